# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every morning at seven, by the office's clock: tells senders what they want to be told once a day.
    class TellDaily < Que::Job
      extend Recurring

      HOUR = 7

      def self.following(office) = next_at(office, HOUR)

      def run
        Operations::TellDaily.call
        destroy
        self.class.plan
      end
    end
  end
end
