# frozen_string_literal: true

module JustSeal
  module Operations
    # Standing questions: begun, ended, and their finds marked as seen.
    class KeepStandingQuestion < Operation
      CHAIN = "watches"
      MAX_TITLE = 200
      MAX_DAYS = 3650
      DAYS = /\A\d{1,4}\z/

      # +given+: {"question", "title", "days", "classes", "case_files"}. Returns the watch. Raises Errors::Invalid.
      def begin(actor, given)
        allow!(actor, :watch)
        values = values(given)
        transaction do
          watch = Store::StandingQuestion.create(account_id: actor.id, created_at: now, **values)
          record_event_on(CHAIN, "watch.begun", actor, told(watch))
          Jobs::RunStandingQuestion.enqueue(watch.id)
          watch
        end
      end

      # Does not wait for the night.
      def ask_again(actor, id)
        allow!(actor, :watch)
        transaction { Jobs::RunStandingQuestion.enqueue(live(id).id) }
      end

      def end(actor, id)
        allow!(actor, :watch)
        transaction do
          watch = live(id)
          watch.update(ended_at: now)
          record_event_on(CHAIN, "watch.ended", actor, { "watch" => watch.id })
        end
      end

      # +finds+ (ids) were seen as they had been found by +upto+ (Time).
      def seen(actor, id, finds:, upto:)
        allow!(actor, :watch)
        transaction do
          shown = Store::StandingQuestionFind.fresh.where(watch_id: id, id: finds)
          count = shown.where(Sequel[:found_at] <= upto).update(seen_at: now)
          record_event_on(CHAIN, "watch.seen", actor, { "watch" => id, "finds" => count }) if count.positive?
        end
      end

      private

      # Columns of what was +given+.
      def values(given)
        problems = problems(given)
        scope = ScopeReader.new(problems).scope(given)
        raise Errors::Invalid, problems.compact if problems.compact.any?

        {
          question: given["question"],
          title: given["title"].strip,
          days: given["days"].to_i,
          scope: Sequel.pg_jsonb(scope)
        }
      end

      def problems(given)
        title = given["title"].to_s.strip
        {
          "question" => (:choose_question unless Queries::Questions::STANDING.include?(given["question"])),
          "title" => (Core::Problem.new(:title_of_watch, limit: MAX_TITLE) unless title.length.between?(1, MAX_TITLE)),
          "days" => (:days_back unless given["days"].to_s.match?(DAYS) && given["days"].to_i.between?(1, MAX_DAYS))
        }.compact
      end

      def told(watch)
        {
          "watch" => watch.id,
          "question" => watch.question,
          "days" => watch.days,
          "scope" => watch.scope.to_h,
          "title" => watch.title
        }
      end

      def live(id)
        watch = Store::StandingQuestion.live.where(id: id).for_update.first
        watch || raise(Errors::Missing, :no_such_standing_question)
      end
    end
  end
end
