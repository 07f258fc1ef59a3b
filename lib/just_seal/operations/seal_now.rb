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
          if docket.state != "out" || jobs.empty?
            raise Errors::Conflict,
              "#{number} does not wait to be sealed: load the page again."
          end

          jobs.update(run_at: now, expired_at: nil)
          docket
        end
      end
    end
  end
end
