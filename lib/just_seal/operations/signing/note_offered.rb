# frozen_string_literal: true

module JustSeal
  module Operations
    # Enters which ways of proving a party was offered, each time that they change.
    class NoteOffered < Operation
      KIND = "party.offered"

      # +ways+: [[method, ...], ...]
      def call(visitor, ways:)
        transaction do
          docket, party = Room.enter(visitor)
          facts = { "party" => party.letter, "ways" => ways.map { |way| way.join(" and ") }.join("; ") }
          record_event(docket, KIND, visitor, facts) unless last(docket, party) == [facts, visitor.visit]
        end
      end

      private

      def last(docket, party)
        rows = db[:ledger_entries].where(
          docket: docket.number,
          kind: KIND
        ).where(Sequel.like(:body, "%#{JSON.generate("party" => party.letter)[1..-2]}%"))
        body = rows.order(Sequel.desc(:seq)).get(:body) or return
        JSON.parse(body).then { |entry| [entry["facts"], entry["actor"]["visit"]] }
      end
    end
  end
end
