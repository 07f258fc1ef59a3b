# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Does what is next in a run of a standing instruction, until it waits or ends; tries again while an authority is
    # away.
    class FollowRun < Que::Job
      LONGEST_SECONDS = 900
      self.maximum_retry_count = 500
      self.retry_interval = ->(count) { [20 * count, LONGEST_SECONDS].min }

      def run(run_id)
        nil while Operations::RunStep.call(run_id) == :on
      end
    end
  end
end
