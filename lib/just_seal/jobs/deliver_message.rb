# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Delivers one mail. A server that is down for hours is met by Que's growing pauses between tries.
    class DeliverMessage < Que::Job
      self.maximum_retry_count = 30

      def run(message_id) = Operations::DeliverMessage.call(message_id)
    end
  end
end
