# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every ten minutes: enters what came under a hold by itself.
    class FollowHolds < Que::Job
      extend Recurring

      every 600

      def run
        Operations::SpreadHold.all
        destroy
        self.class.plan
      end
    end
  end
end
