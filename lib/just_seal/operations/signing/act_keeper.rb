# frozen_string_literal: true

module JustSeal
  module Operations
    # Stores what a party did. Between the look at the documents and this moment nobody may have signed them: compare,
    # then swap, under the docket's lock.
    class ActKeeper < Operation
      # +visitor+: Core::Actor of the party; +submission+: ActSubmission; +signed+: {position => sha256}; +more+:
      # columns of the party. Returns the party.
      def call(visitor, submission, signed, by_card: false, **more)
        transaction do
          docket, party = Room.enter(visitor)
          ActCheck.call(docket, party, submission.seen, by_card: by_card)
          docket.to_sign.each { |document| document.update(current_sha256: signed.fetch(document.position)) }
          keep_values(docket, party, submission)
          end_turn(docket, party, **more)
          record_event(docket, "party.acted", visitor, facts(docket, party, submission, signed))
          go_on(docket)
          party
        end
      end

      private

      def keep_values(docket, party, submission)
        docket.documents.flat_map(&:fields).select { |field| field.party_id == party.id }.each do |field|
          field.update(draft: nil, value: submission.kept[field.spot(party.letter).slot])
        end
      end

      def end_turn(docket, party, **more)
        level = Queries::AssuranceStatus.new(docket, party, at: now).level
        move_party(party, :act, acted_at: now, level_reached: level, **more)
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        Store::PreparedAct.where(party_id: party.id).delete
      end

      def facts(docket, party, submission, signed)
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
          "fields" => submission.fields,
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
