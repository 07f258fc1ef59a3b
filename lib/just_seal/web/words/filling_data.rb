# frozen_string_literal: true

module JustSeal
  module Web
    # What follows from what a party typed, as the script of the signing room takes it.
    module FillingData
      module_function

      # +result+: Core::Fields::FormEvaluation::Result; +numbers+: slots of the fields whose values are numbers.
      def of(result, numbers)
        {
          shown: result.shown,
          values: Decimals.written(result.values, numbers),
          texts: result.texts,
          problems: JustSeal::Words.problems(result.problems),
          missing: result.missing
        }
      end
    end
  end
end
