# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Reads the text of one version into the find.
    class ReadText < Que::Job
      self.maximum_retry_count = 5

      def run(version_id) = Operations::ReadText.call(version_id)
    end
  end
end
