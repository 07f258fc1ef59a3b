# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Answers one question of an inquiry.
    class AnswerQuestion < Que::Job
      self.maximum_retry_count = 3

      def run(answer_id)
        Operations::AnswerQuestion.call(answer_id)
      rescue StandardError => e
        Store::Answer.where(id: answer_id).update(
          state: "failed",
          problem: Core::Problem.kept(e)
        )
        raise
      end
    end
  end
end
