# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Looks at one file of an intake.
    class LookAtFile < Que::Job
      # A scanner may be away for a day.
      LONGEST_SECONDS = 900
      self.maximum_retry_count = 100
      self.retry_interval = ->(count) { [10 * count, LONGEST_SECONDS].min }

      # +flatten+: true or nil.
      def run(file_id, flatten = nil) = Operations::LookAtFile.call(file_id, flatten: flatten ? true : false)
    end
  end
end
