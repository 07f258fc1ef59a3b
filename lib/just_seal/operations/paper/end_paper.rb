# frozen_string_literal: true

module JustSeal
  module Operations
    # A paper copy ends without being taken in: nobody wants it any more, or it is lost. What still comes back of it is
    # known as no good. The party may act on its screen then, or get another copy.
    class EndPaper < Operation
      WHY = %w[cancelled lost].freeze

      # Raises Errors::Invalid keyed "why", Errors::Conflict where it has ended.
      def call(actor, number:, copy:, why:)
        raise Errors::Invalid, { "why" => :why_paper_ends } unless WHY.include?(why)

        transaction do
          docket, row = PaperLookup.call(number, copy)
          allow_docket!(actor, docket, :send)
          finish(actor, docket, row, why)
        end
      end

      # The party would rather act on its screen after all.
      def self.by_party(visitor) = new.by_party(visitor)

      def by_party(visitor)
        transaction do
          docket, party = Room.enter(visitor)
          row = Store::PaperCopy.live.where(party_id: party.id).for_update.first
          finish(visitor, docket, row, "cancelled") if row
        end
      end

      # To be called in a transaction.
      def finish(actor, docket, row, why)
        row.update(state: "ended", ended_because: why, ended_at: now)
        facts = { "party" => row.party.letter, "copy" => row.number, "why" => why }
        record_event(docket, "paper.ended", actor, facts)
        row
      end
    end
  end
end
