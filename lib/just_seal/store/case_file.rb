# frozen_string_literal: true

module JustSeal
  module Store
    # The folder of one matter; case files form a tree.
    class CaseFile < Sequel::Model(:case_files)
      many_to_one :parent, class: "JustSeal::Store::CaseFile"
      dataset_module { where(:live, closed_at: nil) }

      # The case file +title+ directly beneath +parent+ (nil: at the top), nil when there is none.
      def self.within(parent, title) = where(parent_id: parent&.id).where(Sequel.function(:lower, :title) => title.downcase).first
    end
  end
end
