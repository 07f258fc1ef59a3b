# frozen_string_literal: true

module JustSeal
  module Operations
    # What every way of acting has in common: what is checked before, what is gathered, and what is stored after.
    module Acting
      # What a party did, gathered before anything is stored. +seen+: {position => sha256}; +written+: {position =>
      # {spot name => value, as Core::Pdf::ApplyPartySignature takes it}}; +kept+: {slot => kept text}; +pages+:
      # {position => number seen}; +place+: of Core::Assurance::Location; +mark+: how the signature was made, in a word.
      ActSubmission = Struct.new(:seen, :written, :kept, :pages, :place, :mark, keyword_init: true) do
        # [{"document", "field", "value_sha256"}, ...], as the ledger tells it: hashes, never values.
        def fields
          written.flat_map do |position, values|
            values.map do |name, value|
              {
                "document" => position,
                "field" => name,
                "value_sha256" => Core::Ledger::Entry.digest(value.is_a?(String) ? value : JSON.generate(value))
              }
            end
          end
        end
      end

      private

      # +by_card+: is it the party's card that signs? Whoever proved by a card signs by it, and nobody else.
      def check(docket, party, seen, by_card: false)
        raise Errors::Forbidden, :consent_first unless party.consent_version

        standing = standing(docket, party)
        raise Errors::Forbidden, :proof_too_old if standing.level.zero?
        unless standing.enough?
          raise Errors::Forbidden.new(:level_too_low, wanted: standing.wanted, level: standing.level)
        end
        if standing.by_card? != by_card
          raise Errors::Forbidden,
            by_card ? :card_not_proved : :card_has_to_sign
        end

        refuse_other_bytes unless docket.to_sign.all? { |document| seen[document.position] == document.current_sha256 }
      end

      def standing(docket, party) = Queries::AssuranceStatus.new(docket, party, at: now)

      def refuse_other_bytes = raise(Errors::Conflict, :document_changed)

      # +given+: what the browser sent, as ActOnDocket takes it. Returns ActSubmission.
      def gather(docket, party, seen:, mark: nil, initials: nil, typed: {}, pages: {}, place: nil)
        filling = Queries::DocketFilling.new(docket, party, given: typed)
        result = filling.result
        refuse_incomplete(filling, result)
        marks = { "signature" => mark, "initials" => initials }
        own = filling.own.select { |spot| result.shown[spot.slot] }
        refuse_unusable_marks(own, marks)
        ActSubmission.new(
          seen: seen,
          written: written(own, filled_by(party, result, marks)),
          kept: result.values.slice(*own.map(&:slot)).compact,
          pages: pages_of(docket, pages),
          place: place(docket, party, place),
          mark: mark_word(mark)
        )
      end

      # A mark is wanted where a field asks for it, and has to be usable whenever it is given.
      def refuse_unusable_marks(own, marks)
        marks.each do |kind, mark|
          wanted = own.any? { |spot| spot.kind == kind && spot.required? }
          refuse_unusable(kind, mark) if wanted || mark
        end
      end

      # {position => {name of the field => value}} of the fields +own+. +by+: Core::Fields::Kind::By.
      def written(own, by)
        own.group_by(&:document).transform_values do |spots|
          spots.to_h { |spot| [spot.name, spot.of_kind.written(spot, by)] }.compact
        end
      end

      def refuse_incomplete(filling, result)
        return if result.complete?

        titles = filling.own.to_h { |spot| [spot.slot, spot.title] }
        raise Errors::Invalid,
          result.problems.merge(
            result.missing.to_h { |slot|
              [slot, Core::Problem.new(:missing_value, label: titles.fetch(slot))]
            }
          )
      end

      # What fields are filled in from (Core::Fields::Kind::By).
      def filled_by(party, result, marks)
        Core::Fields::Kind::By.new(
          name: party.name,
          email: party.email,
          day: day,
          marks: marks,
          values: result.values,
          texts: result.texts
        )
      end

      def day = I18n.l(office.zone.to_local(now).to_date, format: :day_year)

      def pages_of(docket, pages)
        docket.documents.to_h do |document|
          [document.position, pages[document.position].to_i.clamp(0, document.version.page_count)]
        end
      end

      def mark_word(mark)
        mark ? { "typed" => "typed", "picture" => "picture" }.fetch(mark.keys.first, "drawn") : "none"
      end

      # Where the party says it is, where the rules want to know. Not to tell is recorded, and refused only where the
      # rules demand it.
      def place(docket, party, given)
        wanted = standing(docket, party).demand.location
        return if wanted == "no"

        place = Core::Assurance::Location.read(given)
        if wanted == "demand" && place.key?("refused")
          raise Errors::Invalid, { "place" => Core::Problem.new(:place_demanded, name: docket.owner.name) }
        end

        place
      end

      def refuse_unusable(kind, mark)
        unless Core::Fields::Mark.valid?(mark)
          raise Errors::Invalid, { "mark" => kind == "signature" ? :no_signature : :no_initials }
        end

        gaps = office.faces.missing(mark["typed"].to_s, :hand)
        return if gaps.empty?

        raise Errors::Invalid, { "mark" => Core::Problem.new(:"#{kind}_characters", characters: gaps) }
      end

      # The bytes that were seen, and what Core::Pdf::ApplyPartySignature fills in there.
      def filling_of(docket, party, document, submission)
        spots = document.fields_dataset.where(party_id: party.id).order(:id).map do |field|
          field.spot(party.letter, document.position)
        end
        [
          office.blobs.get(submission.seen.fetch(document.position)),
          {
            letter: party.letter,
            spots: spots,
            values: submission.written.fetch(document.position, {}),
            faces: office.faces,
            foot: "#{party.name}, #{now.strftime("%Y-%m-%d %H:%M UTC")}, #{docket.number} #{party.letter}"
          }
        ]
      end

      # Runs the block, in which values are written into the document; what can't be written is told.
      def writing
        yield
      rescue Core::Refused => e
        if e.reason == :no_room
          raise Errors::Invalid, { "mark" => Core::Problem.new(:text_too_long_for_place, **e.facts) }
        end

        raise Errors::Invalid, { "mark" => Core::Problem.new(:unwritable, message: e.message) }
      end

      # How the signature says why it was made. Whoever reads it finds the level at its end.
      def reason(party, words, level) = I18n.t(party.act, scope: "in_document.reasons", how: words, level: level)

      # Between the look at the documents and this moment nobody may have signed them: compare, then swap, under the
      # docket's lock. +signed+: {position => sha256}; +fields+: as of
      # ActSubmission#fields; +more+: columns of the party.
      def store(visitor, submission, signed, fields:, by_card: false, **more)
        docket, party = Room.enter(visitor)
        check(docket, party, submission.seen, by_card: by_card)
        docket.to_sign.each { |document| document.update(current_sha256: signed.fetch(document.position)) }
        keep_values(docket, party, submission)
        move_party(party, :act, acted_at: now, level_reached: standing(docket, party).level, **more)
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        Store::PreparedAct.where(party_id: party.id).delete
        record_event(docket, "party.acted", visitor, facts(docket, party, submission, signed, fields))
        go_on(docket)
        party
      end

      def keep_values(docket, party, submission)
        docket.documents.each do |document|
          document.fields.select do |field|
            field.party_id == party.id
          end.each do |field|
            field.update(
              draft: nil,
              value: submission.kept[field.spot(party.letter).slot]
            )
          end
        end
      end

      def facts(docket, party, submission, signed, fields)
        documents = docket.to_sign.map do |document|
          {
            "document" => document.position,
            "pages_seen" => submission.pages[document.position],
            "sha256_seen" => submission.seen[document.position],
            "sha256_signed" => signed[document.position]
          }
        end
        {
          "party" => party.letter,
          "act" => party.act,
          "level" => party.level_reached,
          "floor" => Core::Assurance::Demand.from(party.demand).floor,
          "documents" => documents,
          "fields" => fields,
          "mark" => submission.mark,
          "place" => submission.place,
          "card" => party.card&.then { |card| card["subject"] }
        }.compact
      end

      def go_on(docket)
        if Core::Dockets::Turns.complete?(docket.parties_dataset.map(&:seat))
          record_event(docket, "docket.completed", Core::Actor::SYSTEM)
          Jobs::SealDocket.enqueue(docket.id)
        else
          DocketInvitations.call(docket)
        end
      end
    end
  end
end
