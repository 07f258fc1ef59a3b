# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Writes values into the particulars of the record.
      class Write < Step
        def inside
          values = step["values"].transform_values { |text| filled(text) }
          correct(particulars: values)
          done("changed" => values.keys.sort)
        end
      end
    end
  end
end
