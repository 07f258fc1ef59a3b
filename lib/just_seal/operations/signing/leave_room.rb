# frozen_string_literal: true

module JustSeal
  module Operations
    # A party leaves: its visit ends, and the next person at this browser finds nothing of it.
    class LeaveRoom < Operation
      # Returns the visit.
      def call(visitor)
        transaction do
          visit = Store::Visit[visitor.visit_id]
          docket = Store::Docket.where(id: visit.party.docket_id).for_update.first
          next visit if visit.refresh.ended_at

          record_event(docket, "party.left", visitor, "party" => visit.party.letter)
          visit.update(ended_at: now)
        end
      end
    end
  end
end
