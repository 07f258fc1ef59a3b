# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # What was written in place is written on.
        class WriteOn < Page
          include WritingWords

          attr_reader :record

          # +typed+: {"html", "base"}; +clauses+: of Queries::OfficeClauses.
          def initialize(context, record, typed:, clauses:, problems: {})
            super(context)
            @record = record
            @typed = typed
            @clauses = clauses
            @problems = problems
          end

          def place = :records
          def title = record.title
          def path = record_step_path(record, :write)
          def given = put_in(record.record_class.particulars.to_a, @clauses)
          def html = @typed["html"].to_s
          def base = @typed["base"]
          def class_words = "#{record.record_class.code} #{record.record_class.title}"
        end
      end
    end
  end
end
