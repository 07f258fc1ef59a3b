# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # What one kind of step does. +outside+ runs before the transaction that moves the run, +inside+ in it; both may
      # run more than once until the run has moved.
      class Step < Operation
        def initialize(run, step)
          super()
          @run = run
          @step = step
        end

        def outside; end

        private

        attr_reader :run, :step

        def record = run.record
        def actor = @actor ||= RunActor.of(run)
        def done(facts = {}) = RunKeeper::Outcome.new(state: "done", facts: facts)
        def outcome(state, facts = {}) = RunKeeper::Outcome.new(state: state, facts: facts)
        def filled(text) = Core::Instructions::Marks.fill(text.to_s, values)
        def values = @values ||= Queries::RunValues.of(run)

        # Corrects the record as its owner would: +changes+: of title:, particulars:, case_file:.
        def correct(**changes)
          kept = record.particulars.to_h.except("docket_number")
          texts = kept.transform_values { |value| Core::Filing::Particulars.text(value) }
          CorrectRecord.call(
            actor,
            number: record.number,
            edits: record.edits,
            title: changes.fetch(:title, record.title),
            particulars: texts.merge(changes.fetch(:particulars, {})),
            case_file: changes.fetch(:case_file, record.case_file),
            reason: I18n.t("instructions.reason", run: run.number)
          )
        end

        # The case file that +text+ names by its code, or by titles from the top; made where it is missing and whoever
        # instructs keeps case files. Raises Errors::Invalid.
        def case_file(text)
          by_code = Store::CaseFile.first(code: text)
          return by_code if by_code

          Core::Filing::Naming.places(text, values).inject(nil) do |parent, title|
            Store::CaseFile.within(parent, title) || open_case_file(parent, title)
          end || raise(Errors::Invalid, { "place" => :choose_case_file })
        end

        def open_case_file(parent, title)
          raise Errors::Invalid, { "place" => missing(title) } unless actor.may?(:keep_case_files)

          SaveCaseFile.call(actor, given: { "title" => title, "parent" => parent&.code })
        end

        def missing(title) = Core::Problem.new(:instruction_place_missing, title: title)
      end
    end
  end
end
