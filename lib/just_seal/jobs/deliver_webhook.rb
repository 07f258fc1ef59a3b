# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Tells a webhook what happened.
    class DeliverWebhook < Que::Job
      def run(call_id) = Operations::DeliverWebhook.call(call_id)
    end
  end
end
