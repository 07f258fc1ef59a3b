# frozen_string_literal: true

module JustSeal
  module Queries
    # What a step that signs answers to the questions of its docket template; see OpeningQuestions.
    class RunAnswers
      # +record+: Store::Record; +values+: of RunValues.
      def initialize(record, step, values)
        @record = record
        @step = step
        @values = values
      end

      # +case_file+: where records go that are made, nil where the record itself is sent.
      def to_h(case_file: nil)
        of_document = if case_file
          { "case_file" => case_file.code, "particulars" => { "1" => particulars } }
        else
          { "records" => { "1" => @record.number } }
        end
        { **of_document, "people" => people, "ask" => @step["ask"].to_h.transform_values { |text| fill(text) } }
      end

      private

      def fill(text) = Core::Instructions::Marks.fill(text, @values)
      def people = @step["people"].to_h.transform_values { |texts| texts.to_h.transform_values { |text| fill(text) } }
      def particulars = @record.particulars.to_h.transform_values { |value| Core::Filing::Particulars.text(value) }
    end
  end
end
