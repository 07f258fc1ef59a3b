# frozen_string_literal: true

module JustSeal
  module Queries
    # The tree of case files, as far as somebody may see it.
    module CaseTree
      # +row+: Store::CaseFile; +depth+: from 0; +records+: how many lie directly in it.
      Line = Struct.new(:row, :depth, :records, keyword_init: true)

      module_function

      # Lines from the top, each case file before those beneath it.
      def of(sight)
        counts = sight.records.group_and_count(:case_file_id).as_hash(:case_file_id, :count)
        children = sight.case_files.eager(:default_class).order(Sequel.function(:lower, :title)).all.group_by(&:parent_id)
        branch(children, nil, 0, counts)
      end

      def branch(children, parent_id, depth, counts)
        children.fetch(parent_id, []).flat_map do |row|
          [Line.new(row: row, depth: depth, records: counts.fetch(row.id, 0)), *branch(children, row.id, depth + 1, counts)]
        end
      end
    end
  end
end
