# frozen_string_literal: true

module JustSeal
  module Operations
    # A party acts: its fields are filled in, its signature is added to every document over exactly the bytes that it saw, and the next turn is invited.
    class ActOnDocket < Operation
      include Inviting

      # How the reason of a signature begins for what is no signing.
      DONE = { "approve" => "Approved", "acknowledge" => "Acknowledged" }.freeze

      # What a party did, gathered before anything is stored. +seen+: {position => sha256}; +values+: {position => {spot name => value, as Core::Pdf::Act takes it}};
      # +kept+: {slot => kept text}; +marks+: {"signature" => mark, "initials" => mark}.
      Doing = Struct.new(:seen, :values, :kept, :marks, :pages, keyword_init: true)

      # +visitor+: Core::Actor of the party; +seen+: {position of the document => sha256 of the bytes that its browser rendered}; +mark+, +initials+: Core::Fields::Mark or nil;
      # +typed+: {slot => text} of its fields. Returns the party. Raises Errors::Conflict when a document or the turn has changed, Errors::Invalid for what is missing or
      # can't be written. +pages+: {position => number of pages that came into its view}, as its browser says.
      def call(visitor, seen:, mark: nil, initials: nil, typed: {}, pages: {})
        docket, party = transaction { Room.open(visitor) }
        check(docket, party, seen)
        doing = doing(docket, party, seen, { "signature" => mark, "initials" => initials }, typed)
        signed = docket.to_sign.to_h { |document| [document.position, office.blobs.put(act(docket, party, document, doing))] }
        doing.pages = docket.documents.to_h { |document| [document.position, pages[document.position].to_i.clamp(0, document.version.page_count)] }
        transaction { store(visitor, doing, signed) }
      end

      private

      def check(docket, party, seen)
        raise Errors::Forbidden, "Agree to signing electronically first." unless party.consent_version
        standing = standing(docket, party)
        raise Errors::Forbidden, "Your proof of identity is too old. Open the link in the mail again." if standing.level.zero?
        raise Errors::Forbidden, "This asks for identity proved to level #{standing.wanted}, and yours reaches #{standing.level}. Load the page again and prove who you are." unless standing.enough?

        refuse_other_bytes unless docket.to_sign.all? { |document| seen[document.position] == document.current_sha256 }
      end

      def standing(docket, party) = Queries::Standing.new(docket, party, at: now)

      def refuse_other_bytes
        raise Errors::Conflict,
          "The document has changed since you opened it: somebody else of your turn has signed. Look at it again, then sign."
      end

      def doing(docket, party, seen, marks, typed)
        filling = Queries::DocketFilling.new(docket, party, given: typed)
        result = filling.result
        refuse_incomplete(filling, result)
        own = filling.own.select { |spot| result.shown[spot.slot] }
        marks.each { |kind, mark| refuse_unusable(kind, mark) if own.any? { |spot| spot.kind == kind && spot.required? } || mark }
        values = own.group_by(&:document).transform_values { |spots| spots.to_h { |spot| [spot.name, value(spot, party, result, marks)] }.compact }
        Doing.new(seen: seen, values: values, kept: result.values.slice(*own.map(&:slot)).compact, marks: marks.compact)
      end

      def refuse_incomplete(filling, result)
        return if result.complete?

        titles = filling.own.to_h { |spot| [spot.slot, spot.title] }
        raise Errors::Invalid, result.problems.merge(result.missing.to_h { |slot| [slot, "#{titles.fetch(slot)} is missing. Fill it in."] })
      end

      # What is written into the field; nil for one that stays empty.
      def value(spot, party, result, marks)
        case spot.kind
        when "signature", "initials" then marks[spot.kind]
        when "acting_date" then day
        when "full_name" then party.name
        when "email" then party.email
        when "tick" then result.values[spot.slot] == "yes" || nil
        when "one_of" then result.values[spot.slot] == spot.setting("option") || nil
        when "attachment" then result.values[spot.slot]
        when "particular" then nil # was written when the docket was sent
        else result.texts[spot.slot]
        end
      end

      def day = office.zone.to_local(now).strftime("%-d %B %Y")

      def act(docket, party, document, doing)
        spots = document.fields_dataset.where(party_id: party.id).order(:id).map { |field| field.spot(party.letter, document.position) }
        Core::Pdf::Act.call(office.blobs.get(doing.seen.fetch(document.position)), letter: party.letter, spots: spots, values: doing.values.fetch(document.position, {}),
          faces: office.faces, by: party.name, foot: "#{party.name}, #{now.strftime('%Y-%m-%d %H:%M UTC')}, #{docket.number} #{party.letter}",
          reason: "#{"#{DONE[party.act]}. " if DONE[party.act]}Witnessed for #{party.name}, level #{standing(docket, party).level}", **signature_options(:witness))
      rescue Core::Refused => e
        raise Errors::Invalid, { "mark" => unwritable(e) }
      end

      def unwritable(refusal)
        return "A text is too long for its place (#{refusal.facts[:characters]} characters). Shorten it." if refusal.reason == :no_room

        "Something can’t be written into the document (#{refusal.message}). Type it otherwise, or draw your signature."
      end

      # Between the look at the documents and this moment nobody may have signed them: compare, then swap, under the docket's lock.
      def store(visitor, doing, signed)
        docket, party = Room.open(visitor)
        check(docket, party, doing.seen)
        docket.to_sign.each { |document| document.update(current_sha256: signed.fetch(document.position)) }
        keep_values(docket, party, doing)
        move_party(party, :act, acted_at: now, level_reached: standing(docket, party).level)
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        enter(docket, "party.acted", visitor, facts(docket, party, doing, signed))
        go_on(docket)
        party
      end

      def keep_values(docket, party, doing)
        docket.documents.each do |document|
          document.fields.select { |field| field.party_id == party.id }.each { |field| field.update(draft: nil, value: doing.kept[field.spot(party.letter).slot]) }
        end
      end

      def facts(docket, party, doing, signed)
        documents = docket.to_sign.map { |document| { "document" => document.position, "pages_seen" => doing.pages[document.position], "sha256_seen" => doing.seen[document.position], "sha256_signed" => signed[document.position] } }
        fields = doing.values.flat_map do |position, values|
          values.map { |name, value| { "document" => position, "field" => name, "value_sha256" => Core::Ledger::Entry.digest(value.is_a?(String) ? value : JSON.generate(value)) } }
        end
        { "party" => party.letter, "act" => party.act, "level" => party.level_reached, "floor" => Core::Assurance::Demand.from(party.demand).floor, "documents" => documents, "fields" => fields, "mark" => mark_words(doing.marks["signature"]) }
      end

      def mark_words(mark) = mark ? { "typed" => "typed", "picture" => "picture" }.fetch(mark.keys.first, "drawn") : "none"

      def go_on(docket)
        if Core::Dockets::Turns.complete?(docket.parties_dataset.map(&:seat))
          enter(docket, "docket.completed", Core::Actor::SYSTEM)
          Jobs::SealDocket.enqueue(docket.id)
        else
          invite_next(docket)
        end
      end

      def refuse_unusable(kind, mark)
        words = kind == "signature" ? "signature" : "initials"
        raise Errors::Invalid, { "mark" => "There is no #{words} that could be used. Type or draw it, then sign." } unless Core::Fields::Mark.valid?(mark)

        gaps = office.faces.missing(mark["typed"].to_s, :hand)
        raise Errors::Invalid, { "mark" => "These characters can't be shown: #{gaps.join(' ')}. Draw your #{words} instead." } unless gaps.empty?
      end
    end
  end
end
