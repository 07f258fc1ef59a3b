# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Looks at one file of an intake.
    class LookAtFile < Que::Job
      self.maximum_retry_count = 5

      # +flatten+: true or nil.
      def run(file_id, flatten = nil) = Operations::LookAtFile.call(file_id, flatten: flatten ? true : false)
    end
  end
end
