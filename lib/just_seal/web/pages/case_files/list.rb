# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module CaseFiles
        # The tree of case files.
        class List < Page
          MAX_INDENT = 4

          attr_reader :tree

          # +tree+: lines of Queries::CaseTree.
          def initialize(context, tree)
            super(context)
            @tree = tree
          end

          def place = :records
          def keeps? = may?(:keep_case_files)
          def counts = t(".counts", all: tree.size, open: tree.count { |line| line.row.closed_at.nil? })
          def records = number(tree.sum(&:records))
          def indent(line) = "indent-#{[line.depth, MAX_INDENT].min}"
          def state(line) = t(line.row.closed_at ? ".closed" : ".open")
          def limited?(line) = !line.row.access.to_h.empty?
        end
      end
    end
  end
end
