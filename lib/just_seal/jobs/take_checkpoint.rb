# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Takes a checkpoint over the ledger, and again after a while.
    class TakeCheckpoint < Que::Job
      # Plans the next one, unless one is planned.
      def self.plan
        return if Store.db[:que_jobs].where(job_class: name, finished_at: nil, expired_at: nil).any?

        enqueue(
          job_options: { run_at: JustSeal.office.now + (Integer(JustSeal.office.settings.checkpoint_minutes) * 60) }
        )
      end

      def run
        Operations::TakeCheckpoint.call
        destroy
        self.class.plan
      end
    end
  end
end
