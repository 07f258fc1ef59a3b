# frozen_string_literal: true

module JustSeal
  module Operations
    # Standing questions: begun, ended, and their finds marked as seen.
    class KeepStandingQuestion < Operation
      include Asking

      CHAIN = "watches"
      MAX_TITLE = 200

      # +given+: {"question", "title", "days", "classes", "case_files"}. Returns the watch. Raises Errors::Invalid.
      def begin(actor, given)
        allow!(actor, :watch)
        problems = {}
        problems["question"] = :choose_question unless Queries::Questions::STANDING.include?(given["question"])
        unless given["title"].to_s.strip.length.between?(
          1, MAX_TITLE
        )
          problems["title"] = Core::Problem.new(:title_of_watch, limit: MAX_TITLE)
        end
        unless given["days"].to_s.match?(/\A\d{1,4}\z/) && given["days"].to_i.between?(
          1, 3650
        )
          problems["days"] = :days_back
        end
        scope = scope(given, problems)
        raise Errors::Invalid, problems.compact if problems.compact.any?

        transaction do
          watch = Store::StandingQuestion.create(
            question: given["question"],
            title: given["title"].strip,
            days: given["days"].to_i,
            scope: Sequel.pg_jsonb(scope),
            account_id: actor.id,
            created_at: now
          )
          record_event_on(
            CHAIN,
            "watch.begun",
            actor,
            {
              "watch" => watch.id,
              "question" => watch.question,
              "days" => watch.days,
              "scope" => scope,
              "title" => watch.title
            }
          )
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

      # All finds up to +last+ (id) were seen.
      def seen(actor, id, last:)
        allow!(actor, :watch)
        transaction do
          count = Store::StandingQuestionFind.fresh.where(watch_id: id).where(Sequel[:id] <= last).update(seen_at: now)
          record_event_on(CHAIN, "watch.seen", actor, { "watch" => id, "finds" => count }) if count.positive?
        end
      end

      private

      def live(id)
        Store::StandingQuestion.live.where(id: id).for_update.first || raise(Errors::Missing, 
:no_such_standing_question)
      end
    end
  end
end
