# frozen_string_literal: true

module JustSeal
  module Queries
    # Rows that hang beneath one another, as lines from the top.
    module Tree
      # +row+: answers id and parent_id; +depth+: from 0; +records+: how many lie directly in it.
      Line = Struct.new(:row, :depth, :records, keyword_init: true)

      module_function

      # Lines of +rows+, each before those beneath it, siblings in the order of +rows+; +counts+: {row id => number of
      # records}.
      def lines(rows, counts) = branch(rows.group_by(&:parent_id), nil, 0, counts)

      def branch(children, parent_id, depth, counts)
        children.fetch(parent_id, []).flat_map do |row|
          [
            Line.new(row: row, depth: depth, records: counts.fetch(row.id, 0)),
            *branch(children, row.id, depth + 1, counts)
          ]
        end
      end
    end
  end
end
