# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Asks a standing question; planned every night for each.
    class RunStandingQuestion < Que::Job
      self.maximum_retry_count = 3

      def run(watch_id)
        Operations::RunStandingQuestion.call(watch_id)
      rescue StandardError => e
        Store::StandingQuestion.where(id: watch_id).update(problem: Core::Problem.kept(e))
        raise
      end
    end
  end
end
