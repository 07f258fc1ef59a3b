# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Puts the record into another case file: one that is named, or that its class's filing rule says.
      class Move < Step
        def inside
          place = case_file(step["place"].to_s.empty? ? rule : step["place"])
          correct(case_file: place)
          done("case_file" => place.code)
        end

        private

        def rule
          said = record.record_class.definition(record.class_version)["filing_rule"].to_s
          raise Errors::Invalid, { "place" => :instruction_no_filing_rule } if said.empty?

          said
        end
      end
    end
  end
end
