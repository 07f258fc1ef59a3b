# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Seals and files one docket; waits and tries again while an authority is away, at first soon, then every quarter of
    # an hour, for weeks: nothing is sealed with less.
    class SealDocket < Que::Job
      LONGEST_SECONDS = 900
      self.maximum_retry_count = 5000
      self.retry_interval = ->(count) { [20 * count, LONGEST_SECONDS].min }

      def run(docket_id) = Operations::SealDocket.call(docket_id)
    end
  end
end
