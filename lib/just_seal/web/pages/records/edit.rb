# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # A record's title, place and particulars are corrected.
        class Edit < Page
          attr_reader :record

          # +case_files+: where it may go; +typed+: what was typed and refused, or nil.
          def initialize(context, record, case_files:, problems: {}, typed: nil)
            super(context)
            @record = record
            @case_files = case_files
            @problems = problems
            @typed = typed
          end

          def place = :records
          def scripts = %w[components/contacts]
          def title = t(".window", number: record.number)
          def path = record_step_path(record, :edit)

          def class_words
            of = record.record_class
            t(".class_words", code: of.code, title: of.title, version: record.class_version)
          end

          def refusal = problems["conflict"] || (problems.any? ? t("forms.problems", count: problems.size) : nil)
          def warning = words_of("records.edit.warnings.#{record.docket_state}")
          def reason = @typed ? @typed["reason"] : ""
          def edits = @typed ? @typed["edits"] : record.edits
          def record_title = @typed ? @typed["title"] : record.title
          def case_file = @typed ? @typed["case"] : record.case_file.code
          def case_options = @case_files.map { |row| [row.code, "#{row.code}  #{row.title}"] }

          # [[item, value, problem], ...]
          def particulars
            items = record.record_class.definition(record.class_version)["particulars"]
            items.map do |item|
              name = item["name"]
              [item.merge("default" => nil), values[name] || "", problems["particulars.#{name}"]]
            end
          end

          private

          def values = @typed && @typed["particulars"].is_a?(Hash) ? @typed["particulars"] : record.particulars.to_h
        end
      end
    end
  end
end
