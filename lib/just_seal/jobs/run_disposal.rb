# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Carries an approved disposal out, and enqueues itself until nothing is left of it.
    class RunDisposal < Que::Job
      def run(disposal_id)
        self.class.enqueue(disposal_id) if Operations::RunDisposal.call(disposal_id) == :more
      end
    end
  end
end
