# frozen_string_literal: true

module JustSeal
  module Queries
    # The tree of record classes, and what there is to know of one.
    module FilePlan
      # What the rules yield for one record, by the class as it is now.
      Yield = Struct.new(:record, :file_name, :places, keyword_init: true)

      module_function

      # Lines from the top, each class before those beneath it.
      def tree(sight)
        counts = sight.counted_records.group_and_count(:record_class_id).as_hash(:record_class_id, :count)
        Tree.lines(Store::RecordClass.order(:code).all, counts)
      end

      # [{version:, created_at:, name:}, ...], the newest first.
      def versions(row)
        Store.db[:record_class_versions]
          .left_join(:accounts, id: :created_by)
          .where(record_class_id: row.id)
          .order(Sequel.desc(:version))
          .select(:version, Sequel[:record_class_versions][:created_at], :name).all
      end

      # What the rules of the class yield for its newest +number+ records.
      def yields(row, number, sight)
        definition = row.definition
        sight.records.where(record_class_id: row.id).order(
          Sequel.desc(:created_at),
          Sequel.desc(:id)
        ).limit(number).map do |record|
          rules = FilingRules.new(record, definition: definition, docket_number: record.particulars["docket_number"])
          Yield.new(record: record, file_name: rules.file_name, places: rules.places)
        end
      end
    end
  end
end
