# frozen_string_literal: true

module JustSeal
  module Queries
    # The tree of case files, as far as somebody may see it.
    module CaseTree
      module_function

      # Lines from the top, each case file before those beneath it.
      def of(sight)
        counts = sight.counted_records.group_and_count(:case_file_id).as_hash(:case_file_id, :count)
        Tree.lines(sight.case_files.eager(:default_class).order(Sequel.function(:lower, :title)).all, counts)
      end
    end
  end
end
