# frozen_string_literal: true

module JustSeal
  module Core
    module Instructions
      # The line of steps of an instruction, and which of them are done for one record.
      class Line
        # +step+: as of Definition; +index+: from 0; +taken+: is it done, is it passed over, or is it left to a person,
        # because a value on which it hangs is missing? :taken, :passed or :undecided.
        Place = Value.of(:step, :index, :taken)

        attr_reader :steps

        def initialize(steps)
          @steps = steps
        end

        # The Place of step +index+ for +particulars+ ({name => [type, kept value or nil]}), nil past the end.
        def place(index, particulars)
          step = @steps[index] or return
          Place.new(step: step, index: index, taken: taken(index, particulars))
        end

        # Every Place, as the values stand now.
        def all(particulars) = @steps.each_index.map { |index| place(index, particulars) }

        private

        def taken(index, particulars)
          step = @steps[index]
          if step["otherwise"]
            return :passed unless index.positive?

            before = taken(index - 1, particulars)
            return { taken: :passed, passed: :taken }.fetch(before, before)
          end
          return :taken if step["when"].to_s.empty?

          { matches: :taken, undecided: :undecided }.fetch(
            Assurance::Condition.new(step["when"]).judge(particulars),
            :passed
          )
        rescue Refused
          :undecided
        end
      end
    end
  end
end
