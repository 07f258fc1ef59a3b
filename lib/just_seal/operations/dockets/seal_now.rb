# frozen_string_literal: true

module JustSeal
  module Operations
    # Does not wait for the next try to seal a docket. The job that tries stays the one there is.
    class SealNow < Operation
      def call(actor, number:)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          jobs = Queries::SealingWait.failed.where(Sequel.lit("args = ?::jsonb", "[#{docket.id}]"))
          raise Errors::Conflict.new(:not_waiting_to_be_sealed, number: number) if docket.state != "out" || jobs.empty?

          jobs.update(run_at: now, expired_at: nil)
          docket
        end
      end
    end
  end
end
