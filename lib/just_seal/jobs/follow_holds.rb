# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every ten minutes: enters what came under a hold by itself.
    class FollowHolds < Que::Job
      extend Recurring

      SECONDS = 600

      def self.following(office) = office.now + SECONDS

      def run
        Operations::SpreadHold.all
        destroy
        self.class.plan
      end
    end
  end
end
