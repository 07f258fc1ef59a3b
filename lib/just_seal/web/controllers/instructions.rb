# frozen_string_literal: true

module JustSeal
  module Web
    # Standing instructions, beneath the Rules.
    class Instructions < Base
      YEAR_SECONDS = 365 * 86_400

      register Runs

      get "" do
        allow!(:see_rules)
        rows = Queries::InstructionList.all(account)
        page = Pages::Instructions::List.new(
          context,
          rows,
          said: Queries::InstructionList.in_force(rows),
          counts: Queries::InstructionList.counts(rows)
        )
        show_page page
      end

      get "/new" do
        allow!(:instruct)
        form(InstructionForm.definition({ "on" => "captured" }), { "title" => "", "version" => 0 })
      end

      post("/new") { write(nil) }

      get "/:number" do
        show
      end

      get "/:number/edit" do
        allow!(:instruct)
        version = newest
        form(version.definition.to_h, { "title" => version.title, "version" => version.version })
      end

      post("/:number/edit") { write(find) }

      post "/:number/publish" do
        row = Operations::PublishInstruction.call(actor, number: find.number, version: params["version"].to_i)
        redirect instruction_path(row)
      end

      post "/:number/pause" do
        Operations::PublishInstruction.new.pause(actor, number: find.number, reason: text_param("reason"))
        redirect instruction_path(find)
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      post "/:number/resume" do
        redirect instruction_path(Operations::PublishInstruction.new.resume(actor, number: find.number))
      end

      # What the limit of the day holds back goes on, or is ended.
      post "/:number/release" do
        Operations::SteerRun.new.release(actor, number: find.number, most: text_param("most").to_i)
        redirect instruction_path(find)
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      post "/:number/drop" do
        Operations::SteerRun.new.drop(actor, number: find.number)
        redirect instruction_path(find)
      end

      # Begins it for one record by hand.
      post "/:number/begin" do
        run = Operations::BeginByCall.call(
          actor,
          number: find.number,
          record: sight.records.first(number: text_param("record").strip),
          key: "hand:#{SecureRandom.uuid}"
        )
        redirect instruction_run_path(run.instruction, run)
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      private

      helpers Paths

      def find
        @find ||= Queries::InstructionList.seen_by(account).first(number: params["number"].to_s) or
          raise Errors::Missing.new(:no_instruction, number: params["number"].to_s)
      end

      def newest = find.versions_dataset.first

      def show(problems: {}, code: 200)
        state = text_param("state", most: 20)
        state = nil unless Core::Instructions::RunStates::ALL.include?(state)
        page = Pages::Instructions::Show.new(
          context,
          find.refresh,
          shown: newest,
          runs: Queries::InstructionList.runs(find, state: state, after: params["after"]),
          counts: Queries::InstructionList.counts([find]).fetch(find.id, {}),
          state: state,
          problems: problems
        )
        show_page page, code: code
      end

      # What the button of the form wants: a step more or less, a rehearsal, or that it is kept.
      def write(row)
        allow!(:instruct)
        word, index = InstructionForm.wanted(params)
        @typed = { "title" => text_param("title", most: 300), "version" => params["version"].to_i }
        said = InstructionForm.changed(InstructionForm.definition(params), word, index, text_param("kind", most: 20))
        return form(said, @typed, rehearsal: rehearsal(said), problems: faults(said)) if word == "rehearse"
        return form(said, @typed) unless word == "save"

        save(row, said)
      end

      def save(row, said)
        kept = Operations::SaveInstruction.call(
          actor,
          number: row&.number,
          title: @typed["title"],
          definition: said,
          version: @typed["version"]
        )
        redirect instruction_path(kept.instruction)
      rescue Errors::Invalid => e
        form(said, @typed, problems: Words.problems(e.problems), code: 422)
      rescue Errors::Conflict => e
        form(said, @typed, problems: { "conflict" => Words.problem(e) }, code: 409)
      end

      def faults(said) = Words.problems(Operations::SaveInstruction.problems(actor, said, number: params["number"]))

      # Nothing that can't be read is rehearsed.
      def rehearsal(said)
        return unless faults(said).empty?

        today = office.zone.to_local(office.now).to_date
        Queries::InstructionRehearsal.new(said, since: office.now - YEAR_SECONDS, person: actor, today: today).call
      end

      def form(said, typed, problems: {}, rehearsal: nil, code: 200)
        page = Pages::Instructions::Edit.new(
          context,
          said,
          typed: typed,
          code: params["number"],
          classes: Queries::Choices.classes,
          templates: Queries::InstructionChoices.templates(account),
          others: Queries::InstructionChoices.to_begin(params["number"]),
          rehearsal: rehearsal,
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
