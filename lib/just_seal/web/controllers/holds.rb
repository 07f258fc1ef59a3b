# frozen_string_literal: true

module JustSeal
  module Web
    # What keeps records from being changed, handed over and destroyed, among the Records.
    class Holds < Base
      helpers Paths

      get "" do
        allow!(:see_disposals)
        show_page Pages::Holds::List.new(context, Queries::Holds.list(params["after"]), live: Queries::Holds.live.size)
      end

      get("/new") { form(given) }

      post "" do
        hold = Operations::PlaceHold.call(
          actor,
          title: given.typed["title"],
          reason: given.typed["reason"],
          stops_dockets: given.typed["stops_dockets"],
          terms: given.terms
        )
        redirect hold_path(hold)
      rescue Errors::Invalid => e
        form(given, problems: Words.problems(e.problems), code: 422)
      end

      get("/:number") { show }

      post "/:number/widen" do
        redirect hold_path(Operations::PlaceHold.new.widen(actor, number: params["number"], terms: given.terms))
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      post "/:number/ask" do
        Operations::LiftHold.new.ask(actor, number: params["number"], because: given.typed["because"])
        redirect hold_path(params["number"])
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      post "/:number/lift" do
        redirect hold_path(Operations::LiftHold.call(actor, number: params["number"]))
      end

      post "/:number/leave" do
        redirect hold_path(Operations::LiftHold.new.leave(actor, number: params["number"]))
      end

      private

      def given = @given ||= HoldForm.new(params, finds: Queries::RecordList.saved_finds(account))

      def choices
        {
          case_files: sight.case_files.order(:code).all,
          classes: Queries::Choices.classes,
          inquiries: Queries::InquiryList.choices,
          finds: Queries::RecordList.saved_finds(account)
        }
      end

      def form(given, problems: {}, code: 200)
        allow!(:keep_holds)
        show_page Pages::Holds::Edit.new(context, given.typed, choices, problems: problems), code: code
      end

      def show(problems: {}, code: 200)
        allow!(:see_disposals)
        hold = Queries::Holds.find(params["number"]) || raise(Errors::Missing.new(:no_hold, number: params["number"]))
        page = Pages::Holds::Show.new(
          context,
          hold,
          found: Queries::Holds.records(hold, sight: sight, after: params["after"]),
          entries: Queries::Holds.entries(hold),
          typed: given.typed,
          choices: choices,
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
