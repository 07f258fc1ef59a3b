# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Seals and files one docket; waits and tries again while an authority is away.
    class SealDocket < Que::Job
      self.maximum_retry_count = 100

      def run(docket_id) = Operations::SealDocket.call(docket_id)
    end
  end
end
