# frozen_string_literal: true

module JustSeal
  module Queries
    # Standing questions, and what they found.
    module StandingQuestions
      module_function

      def live = Store::StandingQuestion.live.order(:id).eager(:account).all

      # {id of a standing question => [Store::StandingQuestionFind, ...]}, the newest first, at most +count+ in all.
      def finds(rows, count)
        found = Store::StandingQuestionFind.where(watch_id: rows.map(&:id), gone_at: nil)
        found.order(Sequel.desc(:found_at), Sequel.desc(:id)).limit(count).all.group_by(&:watch_id)
      end
    end
  end
end
