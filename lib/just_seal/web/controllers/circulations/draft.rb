# frozen_string_literal: true

module JustSeal
  module Web
    class Circulations < Base
      # What a circulation asks and of whom, until it is started.
      module Draft
        extend RouteSet

        get "/:number/edit" do
          redirect circulation_path(circulation) unless circulation.draft?
          draft_form CirculationForm.from(circulation)
        end

        post "/:number/edit" do
          form = CirculationForm.new(params)
          Operations::EditCirculation.call(
            actor,
            number: circulation.number,
            edits: params["edits"].to_i,
            choice: form.choice,
            **form.values
          )
          next redirect circulation_step_path(circulation, :edit) unless params["then"] == "start"

          Operations::StartCirculation.call(actor, number: circulation.number)
          redirect circulation_path(circulation)
        rescue Errors::Invalid => e
          draft_form form, problems: Words.problems(e.problems), code: 422
        rescue Errors::Conflict => e
          draft_form form, problems: { "conflict" => Words.problem(e) }, code: 409
        end

        # A file of people.
        post "/:number/file" do
          file = params["file"]
          text = file.is_a?(Hash) && file[:tempfile] ? file[:tempfile].read(Operations::TakePeople::MAX_BYTES + 1) : ""
          Operations::TakePeople.call(
            actor,
            number: circulation.number,
            edits: params["edits"].to_i,
            text: text.to_s
          )
          redirect circulation_step_path(circulation, :edit, anchor: "file")
        rescue Errors::Invalid, Errors::Conflict => e
          refuse_file(e)
        end

        # What its columns mean; none to let go of it.
        post "/:number/columns" do
          columns = params["columns"].is_a?(Array) ? params["columns"].map(&:to_s) : []
          Operations::TakePeople.new.map(
            actor,
            number: circulation.number,
            edits: params["edits"].to_i,
            columns: params["let_go"] ? [] : columns
          )
          redirect circulation_step_path(circulation, :edit, anchor: "file")
        rescue Errors::Conflict => e
          refuse_file(e)
        end

        private

        def refuse_file(error)
          invalid = error.is_a?(Errors::Invalid)
          problems = invalid ? Words.problems(error.problems) : { "conflict" => Words.problem(error) }
          draft_form CirculationForm.from(circulation.refresh), problems: problems, code: invalid ? 422 : 409
        end

        def draft_form(form, problems: {}, code: 200)
          page = Pages::Circulations::Edit.new(
            context,
            circulation.refresh,
            form: form,
            plan: Queries::CirculationPlan.new(circulation, now: office.now),
            choices: Queries::CirculationChoices.new(account, circulation),
            problems: problems
          )
          show_page page, code: code
        end
      end
    end
  end
end
