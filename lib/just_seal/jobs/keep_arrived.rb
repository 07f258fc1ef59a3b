# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Makes a record of what came by a way in.
    class KeepArrived < Que::Job
      def run(intake_id) = Operations::KeepArrived.call(intake_id)
    end
  end
end
