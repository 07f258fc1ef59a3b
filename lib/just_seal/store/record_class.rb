# frozen_string_literal: true

module JustSeal
  module Store
    # A line of the file plan, as it is now.
    class RecordClass < Sequel::Model(:record_classes)
      # Does the stub of a record of it keep the title?
      def stub_title? = definition["stub_title"] != false

      # Ids of classes +ids+ and of all beneath them.
      def self.beneath(ids)
        return [] if ids.empty?

        first = db[:record_classes].where(id: ids).select(:id)
        below = db[:record_classes].join(:tree, id: :parent_id).select(Sequel[:record_classes][:id])
        db[:tree].with_recursive(:tree, first, below, union_all: false).select_map(:id)
      end

      # Is it entered who reads a record of it?
      def notes_readings? = definition["notes_readings"] == true

      # The definition that version +number+ had, as a Hash; records keep the one that they were made under.
      def definition(number = version)
        (@definitions ||= {})[number] ||=
          Store.db[:record_class_versions].where(record_class_id: id, version: number).get(:definition).to_h
      end
    end
  end
end
