# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Instructions
        # One run of a standing instruction: how far it is, what it waits for, and what can be done.
        class Run < Page
          include InstructionWords

          attr_reader :run

          # +run+: Store::InstructionRun; +seen+: may this person see its record?
          def initialize(context, run, seen:)
            super(context)
            @run = run
            @seen = seen
          end

          def place = :rules
          def title = t(".titled", number: run.number)
          def instruction = run.instruction
          def followed = @followed ||= run.followed
          def seen? = @seen
          def record = run.record
          def steers? = instruction.owner_id == viewer.id || may?(:manage_any_docket)
          def retries? = steers? && run.state == "person"
          def ends? = steers? && !run.ended?
          def waits = run_waits(run)
          def asks? = %w[person loop].include?(run.state)
          def tone = asks? ? :bad : :late
          def origin_path = run.origin && instruction_run_path(run.origin.instruction, run.origin)

          def began
            what, = run.key.split(":", 2)
            t("instructions.run.began.#{what}")
          end

          def states
            course = run.course.to_a.to_h { |told| [told["step"], told["passed"] ? "passed" : "done"] }
            here = asks? ? "asks" : "here"
            followed.steps.each_index.map do |index|
              course[index + 1] || (index == run.step && !run.ended? ? here : "plain")
            end
          end

          def titles = @titles ||= Queries::InstructionChoices.template_titles(followed.steps)
          def line = { begins: began, titles: titles, states: states }

          # [[words, docket or nil, circulation's number or nil, Time], ...] of what was done.
          def course
            run.course.to_a.map do |told|
              done = told["passed"] ? ".passed" : ".did"
              words = t(done, step: told["step"], what: step_words(followed.steps[told["step"] - 1], titles).first)
              [words, told["docket"], told["circulation"], Time.iso8601(told["at"])]
            end
          end
        end
      end
    end
  end
end
