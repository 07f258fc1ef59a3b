# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # A document is written in place, as a new record.
        class Write < Page
          include WritingWords

          attr_reader :record_class

          # +typed+: {"html", "title", "case", "particulars"}; +case_files+: into which may be written; +clauses+: of
          # Queries::OfficeClauses.
          def initialize(context, typed:, record_class:, case_files:, clauses:, problems: {})
            super(context)
            @typed = typed
            @record_class = record_class
            @case_files = case_files
            @clauses = clauses
            @problems = problems
          end

          def place = :records
          def path = write_path
          def given = put_in(record_class.particulars.to_a, @clauses)
          def html = @typed["html"].to_s
          def typed(name) = @typed[name]
          def class_words = "#{record_class.code} #{record_class.title}"
          def items = record_class.particulars.to_a
          def particular(item) = @typed["particulars"].to_h[item["name"]]
          def case_options = [["", t(".choose")], *@case_files.map { |row| [row.code, "#{row.code}  #{row.title}"] }]
        end
      end
    end
  end
end
