# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every hour: circulations follow who joins a unit or leaves it.
    class FollowUnits < Que::Job
      extend Recurring

      every 3600

      def run
        Operations::FollowUnits.call
        destroy
        self.class.plan
      end
    end
  end
end
