# frozen_string_literal: true

module JustSeal
  module Jobs
    # What a job has that plans itself anew whenever it is done; it says in .following(office) when.
    module Recurring
      # Plans the next one, unless one is planned.
      def plan
        return if Store.db[:que_jobs].where(job_class: name, finished_at: nil, expired_at: nil).any?

        enqueue(job_options: { run_at: following(JustSeal.office) })
      end
    end
  end
end
