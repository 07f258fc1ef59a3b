# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Circulates the record. The draft is made in the transaction of the run, and started outside of it.
      class Circulate < Step
        UNIT = /\Aunit:\s*/i

        def outside
          circulation = run.circulation
          return unless circulation&.draft?

          StartCirculation.call(actor, number: circulation.number)
        rescue Errors::Conflict
          raise if circulation.refresh.draft? # another process has started it
        end

        def inside
          circulation = run.circulation&.refresh
          return done("circulation" => circulation.number) if circulation && !circulation.draft?

          circulation ||= draft
          run.update(circulation_id: circulation.id)
          outcome("running", "circulation" => circulation.number)
        end

        private

        def draft
          said = { act: step["act"], message: filled(step["message"]), due_days: step["days"] }
          PrepareCirculation.call(actor, record: record, choice: choice, **said)
        end

        def choice
          lines = step["people"].lines.map(&:strip).reject(&:empty?)
          units, people = lines.partition { |line| line.match?(UNIT) }
          {
            "units" => units.map { |line| line.sub(UNIT, "") },
            "lines" => people.map do |line|
              filled(line)
            end.join("\n")
          }
        end
      end
    end
  end
end
