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

      # Reads the definitions under which +records+ were made, all at once; their classes have been loaded.
      def self.know_definitions(records)
        wanted = records.map { |record| [record.record_class_id, record.class_version] }.uniq
        found = Store.db[:record_class_versions].where(%i[record_class_id version] => wanted)
          .select_map(%i[record_class_id version definition])
          .to_h { |id, version, definition| [[id, version], definition.to_h] }
        records.each do |record|
          key = [record.record_class_id, record.class_version]
          record.record_class.know(record.class_version, found[key]) if found.key?(key)
        end
      end

      def know(number, definition) = (@definitions ||= {})[number] ||= definition

      # The definition that version +number+ had, as a Hash; records keep the one that they were made under.
      def definition(number = version)
        (@definitions ||= {})[number] ||=
          Store.db[:record_class_versions].where(record_class_id: id, version: number).get(:definition).to_h
      end
    end
  end
end
