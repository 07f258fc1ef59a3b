# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Runs at a docket's deadline.
    class LapseDocket < Que::Job
      def run(docket_id) = Operations::LapseDocket.call(docket_id)
    end
  end
end
