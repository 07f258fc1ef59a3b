# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Takes a checkpoint over the ledger, and again after a while.
    class TakeCheckpoint < Que::Job
      extend Recurring

      def self.following(office) = office.now + (Integer(office.settings.checkpoint_minutes) * 60)

      def run
        Operations::TakeCheckpoint.call
        destroy
        self.class.plan
      end
    end
  end
end
