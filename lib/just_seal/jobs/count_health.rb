# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Counts anew when proofs fall due.
    class CountHealth < Que::Job
      def run = Operations::CountHealth.call
    end
  end
end
