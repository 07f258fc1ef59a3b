# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every minute: looks into the folders and mailboxes out of which files come in.
    class ReadWaysIn < Que::Job
      extend Recurring

      every 60

      def run
        Operations::ReadWayIn.all
        destroy
        self.class.plan
      end
    end
  end
end
