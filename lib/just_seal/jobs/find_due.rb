# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Once a day: begins to renew what is due.
    class FindDue < Que::Job
      DAY_SECONDS = 86_400

      # Plans the next one, unless one is planned.
      def self.plan
        return if Store.db[:que_jobs].where(job_class: name, finished_at: nil, expired_at: nil).any?

        enqueue(job_options: { run_at: JustSeal.office.now + DAY_SECONDS })
      end

      def run
        Operations::BeginRenewal.call(Core::Actor::SYSTEM, by: JustSeal.office.now)
        destroy
        self.class.plan
      end
    end
  end
end
