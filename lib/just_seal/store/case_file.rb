# frozen_string_literal: true

module JustSeal
  module Store
    # The folder of one matter; case files form a tree.
    class CaseFile < Sequel::Model(:case_files)
      many_to_one :parent, class: "JustSeal::Store::CaseFile"
      many_to_one :default_class, class: "JustSeal::Store::RecordClass"
      one_to_many :records, class: "JustSeal::Store::Record"
      dataset_module { where(:live, closed_at: nil) }

      # The case file +title+ directly beneath +parent+ (nil: at the top), nil when there is none.
      def self.within(parent, title)
        where(parent_id: parent&.id).where(Sequel.function(:lower, :title) => title.downcase).first
      end

      # This case file and those above it, from the top down.
      def path
        above = [self]
        above.unshift(above.first.parent) while above.first.parent_id
        above
      end

      # Its titles from the top, as people read a place.
      def place = path.map(&:title).join(" / ")

      # Ids of case files +ids+ and of all beneath them.
      def self.beneath(ids)
        return [] if ids.empty?

        first = db[:case_files].where(id: ids).select(:id)
        below = db[:case_files].join(:tree, id: :parent_id).select(Sequel[:case_files][:id])
        db[:tree].with_recursive(:tree, first, below, union_all: false).select_map(:id)
      end
    end
  end
end
