# frozen_string_literal: true

module JustSeal
  module Operations
    # Ends a circulation: who has not acted is asked no more, and told so.
    class CloseCirculation < Operation
      # Returns the circulation.
      def call(actor, number:, reason:)
        DocketEnding.check_reason(reason)
        transaction do
          circulation = CirculationLock.call(actor, number)
          circulation.update(state: Core::Circulations::States.move(circulation.state, :close), ended_at: now)
          open = Store::Docket.where(circulation_id: circulation.id, state: %w[draft out]).count
          facts = { "reason" => reason.strip, "open" => open }
          record_event_on(number, "circulation.closed", actor, facts)
          Jobs::SteerCirculation.plan(circulation, "withdraw", actor, "reason" => reason.strip)
          circulation
        end
      end
    end
  end
end
