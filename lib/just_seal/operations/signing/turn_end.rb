# frozen_string_literal: true

module JustSeal
  module Operations
    # What comes after a party has acted: the next turn, or the end. Runs in the transaction of the act.
    class TurnEnd < Operation
      def call(docket)
        if Core::Dockets::Turns.complete?(docket.parties_dataset.map(&:seat))
          record_event(docket, "docket.completed", Core::Actor::SYSTEM)
          docket.for_all ? gather(docket) : Jobs::SealDocket.enqueue(docket.id)
        else
          DocketInvitations.call(docket)
        end
      end

      private

      # The sheet of the circulation is what is sealed.
      def gather(docket)
        move_docket(docket, :gather, ended_at: now)
        end_waivers(docket)
      end
    end
  end
end
