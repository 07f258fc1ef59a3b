# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every morning at five, by the office's clock: begins the standing instructions whose day has come.
    class FindNearDates < Que::Job
      extend Recurring

      HOUR = 5

      def self.following(office) = next_at(office, HOUR)

      def run
        Operations::FindNearDates.call
        destroy
        self.class.plan
      end
    end
  end
end
