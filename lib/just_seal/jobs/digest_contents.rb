# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Calls all that is kept by the next digest, where the one before is about to end.
    class DigestContents < Que::Job
      def run = Operations::DigestContents.call
    end
  end
end
