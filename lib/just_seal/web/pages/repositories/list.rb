# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Repositories
        # Which repositories of others are connected, and the form of another.
        class List < Page
          attr_reader :rows

          # +rows+: [Store::Repository, ...]; +counts+: {id => how many were taken}; +typed+: params of the form.
          def initialize(context, rows, counts:, classes:, case_files:, typed: {}, problems: {})
            super(context)
            @rows = rows
            @counts = counts
            @classes = classes
            @case_files = case_files
            @typed = typed
            @problems = problems
          end

          def place = :rules
          def typed(name) = @typed[name].to_s
          def count(row) = @counts.fetch(row.id, 0)
          def classes = [["", t(".choose")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          def case_files = [["", t(".choose")], *@case_files.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          def checks_out? = @typed.empty? || @typed["checks_out"] == "1"
        end
      end
    end
  end
end
