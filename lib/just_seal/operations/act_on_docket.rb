# frozen_string_literal: true

module JustSeal
  module Operations
    # A party signs: its fields are filled, its signature is added over exactly the bytes that it saw, and the next turn is invited.
    class ActOnDocket < Operation
      include Inviting

      # How the reason of a signature begins for what is no signing.
      DONE = { "approve" => "Approved", "acknowledge" => "Acknowledged" }.freeze
      MOST_STROKES = 400
      MOST_POINTS = 20_000
      MOST_TYPED = 100

      # +visitor+: Core::Actor of the party; +sha256+: of the bytes that its browser rendered; +mark+: {"typed" => name} or
      # {"strokes" => [[[x, y], ...], ...], "width" =>, "height" =>}. Returns the party.
      # Raises Errors::Conflict when the document or the turn has changed, Errors::Invalid for a mark that can't be drawn.
      def call(visitor, sha256:, mark:)
        docket, party = transaction { Room.open(visitor) }
        refuse_unusable(mark) if draws?(party)
        document = docket.documents.first
        check(party, document, sha256)
        bytes = act(docket, party, office.blobs.get(sha256), mark)
        signed = office.blobs.put(bytes)
        transaction { store(visitor, sha256, signed, mark) }
      end

      private

      def check(party, document, sha256)
        raise Errors::Forbidden, "Agree to signing electronically first." unless party.consent_version
        raise Errors::Forbidden, "Your proof of identity is too old. Open the link in the mail again." if level(party).level.zero?

        refuse_other_bytes unless document.current_sha256 == sha256
      end

      def level(party)
        proofs = party.proofs_dataset.map { |proof| Core::Assurance::Level::Proof.new(method: proof[:method], at: proof.proved_at) }
        Core::Assurance::Level.reached(proofs, now: now)
      end

      def refuse_other_bytes
        raise Errors::Conflict,
          "The document has changed since you opened it: somebody else of your turn has signed. Look at it again, then sign."
      end

      def act(docket, party, bytes, mark)
        level = level(party).level
        Core::Pdf::Act.call(bytes, letter: party.letter, spots: spots(party), values: values(party, mark), faces: office.faces, by: party.name,
          foot: "#{party.name}, #{now.strftime('%Y-%m-%d %H:%M UTC')}, #{docket.number} #{party.letter}",
          reason: "#{"#{DONE[party.act]}. " if DONE[party.act]}Witnessed for #{party.name}, level #{level}", **signature_options(:witness))
      rescue Core::Refused => e
        raise Errors::Invalid, { "mark" => "The signature can't be drawn (#{e.message}). Draw it instead of typing it." }
      end

      # Has this party a signature to make?
      def draws?(party) = party.fields_dataset.where(kind: "signature").any?

      def spots(party) = party.fields.map { |field| field.spot(party.letter) }

      def values(party, mark)
        spots(party).to_h { |spot| [spot.name, { "signature" => mark, "acting_date" => day, "full_name" => party.name }.fetch(spot.kind)] }
      end

      def day = office.zone.to_local(now).strftime("%-d %B %Y")

      # Between the look at the document and this moment nobody may have signed it: compare, then swap, under the docket's lock.
      def store(visitor, seen, signed, mark)
        docket, party = Room.open(visitor)
        document = docket.documents.first
        check(party, document, seen)
        document.update(current_sha256: signed)
        move_party(party, :act, acted_at: now)
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        enter(docket, "party.acted", visitor, facts(party, seen, signed, mark))
        go_on(docket)
        party
      end

      def facts(party, seen, signed, mark)
        fields = values(party, mark).map { |name, value| { "field" => name, "value_sha256" => Core::Ledger::Entry.digest(value.is_a?(Hash) ? JSON.generate(value) : value) } }
        { "party" => party.letter, "act" => party.act, "level" => party.level_reached, "sha256_seen" => seen, "sha256_signed" => signed,
          "fields" => fields, "mark" => draws?(party) ? (mark.key?("typed") ? "typed" : "drawn") : "none" }
      end

      def go_on(docket)
        if Core::Dockets::Turns.complete?(docket.parties_dataset.map(&:seat))
          enter(docket, "docket.completed", Core::Actor::SYSTEM)
          Jobs::SealDocket.enqueue(docket.id)
        else
          invite_next(docket)
        end
      end

      def refuse_unusable(mark)
        raise Errors::Invalid,
          { "mark" => "There is no signature. Type or draw it, then sign." } unless mark.is_a?(Hash) && (typed?(mark) || drawn?(mark))
        return unless mark["typed"]

        gaps = office.faces.missing(mark["typed"], :hand)
        raise Errors::Invalid,
          { "mark" => "These characters can't be shown: #{gaps.join(' ')}. Draw your signature instead." } unless gaps.empty?
      end

      def typed?(mark) = mark.keys == ["typed"] && mark["typed"].is_a?(String) && mark["typed"].strip.length.between?(1, MOST_TYPED)

      def drawn?(mark)
        strokes = mark["strokes"]
        mark.keys.sort == %w[height strokes width] && strokes.is_a?(Array) && strokes.size.between?(1, MOST_STROKES) &&
          mark.values_at("width", "height").all? { |side| side.is_a?(Numeric) && side.between?(10, 5000) } &&
          strokes.all? do |points|
            points.is_a?(Array) && points.any? && points.all? do |point|
              point?(point, mark)
            end
          end && strokes.sum(&:size) <= MOST_POINTS
      end

      def point?(point, mark)
        point.is_a?(Array) && point.size == 2 && point.all?(Numeric) && point[0].between?(-50,
          mark["width"] + 50) && point[1].between?(-50, mark["height"] + 50)
      end
    end
  end
end
