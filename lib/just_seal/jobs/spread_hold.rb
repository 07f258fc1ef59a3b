# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Enters with each record that a hold covers it, or no longer does.
    class SpreadHold < Que::Job
      def run(hold_id)
        Operations::SpreadHold.call(hold_id)
      end
    end
  end
end
