# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every night at two, by the office's clock: asks each standing question anew.
    class NightWatch < Que::Job
      extend Recurring

      HOUR = 2

      def self.following(office) = next_at(office, HOUR)

      def run
        Store::StandingQuestion.live.select_map(:id).each { |id| RunStandingQuestion.enqueue(id) }
        destroy
        self.class.plan
      end
    end
  end
end
