# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # The same once more, at the time for it, after it was not taken.
    class RetryWebhook < Que::Job
      def run(call_id) = Operations::DeliverWebhook.call(call_id)
    end
  end
end
