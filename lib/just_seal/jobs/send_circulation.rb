# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Asks the next people of a circulation, and enqueues itself until all are asked. Stopped, it ends; several at once
    # share the work.
    class SendCirculation < Que::Job
      self.maximum_retry_count = 60
      BATCH = 50

      def run(circulation_id)
        asked = Operations::AskNext.call(circulation_id, most: BATCH)
        destroy
        self.class.enqueue(circulation_id) if asked == :more
      end
    end
  end
end
