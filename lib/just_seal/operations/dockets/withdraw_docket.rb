# frozen_string_literal: true

module JustSeal
  module Operations
    # The sender takes a docket back, with a reason; links die, and everybody who was invited is told.
    class WithdrawDocket < Operation
      # Returns the docket.
      def call(actor, number:, reason:)
        DocketEnding.check_reason(reason)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :withdraw)
          raise Errors::Conflict.new(:docket_ended, number: number, state: docket.state) if docket.ended_at

          record_event(docket, "docket.withdrawn", actor, "reason" => reason.strip)
          DocketEnding.call(docket, :withdraw, reason.strip)
        end
      end
    end
  end
end
