# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Once a day: keeps the roots of the settings, begins to renew what is due, calls by a lasting digest what came
    # since, and asks the authorities.
    class FindDue < Que::Job
      extend Recurring

      DAY_SECONDS = 86_400

      def self.following(office) = office.now + DAY_SECONDS

      def run
        Operations::KeepAlgorithm.new.keep_roots
        Operations::BeginRenewal.call(Core::Actor::SYSTEM, by: JustSeal.office.now)
        DigestContents.enqueue
        KeepStatuses.enqueue
        destroy
        self.class.plan
      end
    end
  end
end
