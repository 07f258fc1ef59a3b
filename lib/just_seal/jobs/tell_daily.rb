# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every morning at seven, by the office's clock: tells senders what they want to be told once a day.
    class TellDaily < Que::Job
      extend Recurring

      HOUR = 7

      def self.following(office)
        local = office.zone.to_local(office.now)
        day = local.hour < HOUR ? local.to_date : local.to_date + 1
        office.zone.local_to_utc(Time.utc(day.year, day.month, day.day, HOUR))
      end

      def run
        Operations::TellDaily.call
        destroy
        self.class.plan
      end
    end
  end
end
