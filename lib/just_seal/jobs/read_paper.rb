# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Reads one file that came back on paper.
    class ReadPaper < Que::Job
      self.maximum_retry_count = 10

      def run(file_id) = Operations::ReadPaper.call(file_id)
    end
  end
end
