# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Disposals
        # A list of what has fallen due is made.
        class Edit < Page
          attr_reader :typed

          # +typed+: {"title", "due_by", "class", "certificate_class", "certificate_file"}
          def initialize(context, typed, classes:, case_files:, problems: {})
            super(context)
            @typed = typed
            @classes = classes
            @case_files = case_files
            @problems = problems
          end

          def place = :records
          # Number of the transfer whose confirmed records are listed; nil where it is not by one.
          def transfer = typed["transfer"].to_s.empty? ? nil : typed["transfer"]
          def classes = [["", t(".every_class")], *named(@classes)]

          # Those that ask for nothing.
          def certificate_classes
            free = @classes.reject { |row| row.particulars.to_a.any? { |item| item["required"] } }
            [["", t(".choose")], *named(free)]
          end

          def case_files = [["", t(".choose")], *named(@case_files)]

          private

          def named(rows) = rows.map { |row| [row.code, "#{row.code} #{row.title}"] }
        end
      end
    end
  end
end
