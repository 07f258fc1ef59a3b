# frozen_string_literal: true

module JustSeal
  module Web
    # Standing questions, which are asked anew every night, and what they found.
    class Watches < Base
      before { allow!(:find_entries) }

      get("") { show({}, {}) }

      post "" do
        Operations::KeepStandingQuestion.new.begin(actor, given)
        redirect "/evidence/watches"
      rescue Errors::Invalid => e
        show(Words.problems(e.problems), given, code: 422)
      end

      post "/:id/end" do
        Operations::KeepStandingQuestion.new.end(actor, params["id"].to_i)
        redirect "/evidence/watches"
      end

      post "/:id/seen" do
        upto = Time.at(0, params["upto"].to_s[/\A\d{1,18}\z/].to_i, :usec)
        Operations::KeepStandingQuestion.new.seen(actor, params["id"].to_i, finds: shown, upto: upto)
        redirect "/evidence/watches"
      end

      post "/:id/run" do
        Operations::KeepStandingQuestion.new.ask_again(actor, params["id"].to_i)
        redirect "/evidence/watches"
      end

      private

      # Ids of the finds that stood on the page.
      def shown = text_param("finds", most: 2_000).scan(/\d{1,18}/).map(&:to_i)

      def given
        {
          "question" => text_param("question"),
          "title" => text_param("title"),
          "days" => text_param("days"),
          "classes" => Array(params["classes"]).map(&:to_s).reject(&:empty?)
        }
      end

      def show(problems, typed, code: 200)
        rows = Queries::StandingQuestions.live
        page = Pages::Evidence::Watches.new(
          context,
          rows,
          found: Queries::StandingQuestions.found(rows, Pages::Evidence::Watches::MAX_SHOWN),
          classes: Queries::Choices.classes,
          typed: typed,
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
