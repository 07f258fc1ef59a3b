# frozen_string_literal: true

module JustSeal
  module Operations
    # Ends a docket whose deadline has passed; not while a hold stops it. Safe to run twice, and too early.
    class LapseDocket < Operation
      # Returns the docket when it lapsed now.
      def call(docket_id)
        transaction do
          docket = Store::Docket.where(id: docket_id).for_update.first
          next unless docket&.state == "out" && docket.deadline <= now
          next if HoldGate.stops?(docket)
          # everybody acted in time: it is being sealed
          next if Core::Dockets::Turns.complete?(docket.parties_dataset.map(&:seat))

          deadline = Core::Ledger::Entry.time(docket.deadline)
          record_event(docket, "docket.lapsed", Core::Actor::SYSTEM, "deadline" => deadline)
          DocketEnding.call(docket, :lapse, nil)
        end
      end
    end
  end
end
