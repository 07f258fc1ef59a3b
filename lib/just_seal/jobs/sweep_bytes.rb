# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Takes away the bytes of a disposal, once nobody can be keeping the same ones, and has its certificate made. What
    # the store locks goes when it lets go of it.
    class SweepBytes < Que::Job
      # +at+: Time.
      def self.plan_for(at, disposal_id) = enqueue(disposal_id, job_options: { run_at: at })

      def run(disposal_id)
        later = Operations::SweepBytes.call(disposal_id)
        Operations::RunDisposal.new.finish(disposal_id)
        self.class.plan_for(later, disposal_id) if later
      end
    end
  end
end
