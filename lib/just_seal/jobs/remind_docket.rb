# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Reminds whoever is due on one docket, and enqueues itself for the next time.
    class RemindDocket < Que::Job
      self.maximum_retry_count = 30

      def run(docket_id) = Operations::RemindDocket.call(docket_id)
    end
  end
end
