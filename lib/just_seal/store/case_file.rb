# frozen_string_literal: true

module JustSeal
  module Store
    # The folder of one matter.
    class CaseFile < Sequel::Model(:case_files)
      dataset_module { where(:live, closed_at: nil) }
    end
  end
end
