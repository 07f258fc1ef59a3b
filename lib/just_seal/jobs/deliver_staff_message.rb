# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Delivers one mail to a member of staff about their account.
    class DeliverStaffMessage < Que::Job
      self.maximum_retry_count = 30

      def run(message_id) = Operations::DeliverStaffMessage.call(message_id)
    end
  end
end
