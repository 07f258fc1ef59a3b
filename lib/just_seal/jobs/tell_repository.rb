# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Tells a connected repository how a record stands that was taken from it; tries again while it is away.
    class TellRepository < Que::Job
      LONGEST_SECONDS = 900
      self.maximum_retry_count = 5000
      self.retry_interval = ->(count) { [20 * count, LONGEST_SECONDS].min }

      def run(record_id) = Operations::TellRepository.call(record_id)
    end
  end
end
