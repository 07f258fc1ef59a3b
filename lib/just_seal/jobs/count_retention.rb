# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every minute: counts when the records fall due to which something happened.
    class CountRetention < Que::Job
      extend Recurring

      every 60

      def run
        Operations::CountRetention.call
        destroy
        self.class.plan
      end
    end
  end
end
