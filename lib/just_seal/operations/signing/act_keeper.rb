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
          docket, party, visit = Room.enter(visitor)
          ActCheck.call(docket, party, visit, submission.seen, by_card: by_card)
          docket.to_sign.each { |one| one.update(current_sha256: signed.fetch(one.position)) } unless docket.for_all
          keep_values(docket, party, submission)
          end_turn(docket, party, visit, **more)
          record_event(docket, "party.acted", visitor, facts(docket, party, submission, signed))
          TurnEnd.call(docket)
          party
        end
      end

      private

      def keep_values(docket, party, submission)
        docket.documents.flat_map(&:fields).select { |field| field.party_id == party.id }.each do |field|
          field.update(value: submission.kept[field.spot(party.letter).slot])
        end
      end

      def end_turn(docket, party, visit, **more)
        level = Queries::AssuranceStatus.new(docket, party, at: now, visit: visit).level
        kept = { acted_at: now, acted_visit_id: visit.id, level_reached: level, **agreed(visit), **more }
        move_party(party, :act, **kept)
        visit.update(ended_at: now, draft: Sequel.pg_jsonb({}), typed: Sequel.pg_jsonb({}))
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        Store::PreparedAct.where(party_id: party.id).delete
      end

      def agreed(visit) = visit.values.slice(:consent_version, :consented_at)

      def facts(docket, party, submission, signed)
        documents = docket.to_sign.map do |document|
          {
            "document" => document.position,
            "pages_seen" => submission.pages[document.position],
            "sha256_seen" => submission.seen[document.position],
            "sha256_signed" => (signed[document.position] unless docket.for_all)
          }.compact
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
          "declaration" => submission.declaration,
          "card" => party.card&.then { |card| card["subject"] }
        }.compact
      end
    end
  end
end
