# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every few minutes: reads what came back of the mails that were sent, where a mailbox for that is set.
    class ReadBounces < Que::Job
      extend Recurring

      SECONDS = 300

      def self.following(office) = office.now + SECONDS
      def self.plan = JustSeal.office.bounces && super

      def run
        JustSeal.office.bounces&.each_new { |bytes| Operations::TakeBounce.call(bytes) }
        destroy
        self.class.plan
      end
    end
  end
end
