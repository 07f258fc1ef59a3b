# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Gives one scan the words that stand on its pages.
    class ReadScan < Que::Job
      self.maximum_retry_count = 3

      def run(version_id) = Operations::ReadScan.call(version_id)
    end
  end
end
