# frozen_string_literal: true

module JustSeal
  module Queries
    # A list of records as CSV; for one class with a column for each of its particulars.
    class RecordCsv
      MOST_ROWS = 20_000
      HEAD = ["Number", "Class", "Case file", "Title", "State", "Captured (UTC)"].freeze

      # +list+: RecordList; +filters+: its RecordFilters.
      def initialize(list, filters)
        @list = list
        @items = filters.items
      end

      def text = CsvText.of(HEAD + @items.map { |item| item["label"] }, rows)

      private

      def rows
        @list.ordered.eager(:record_class, :case_file).limit(MOST_ROWS).all.map { |record| row(record) }
      end

      def row(record)
        values = record.particulars.to_h
        [
          record.number,
          record.record_class.code,
          record.case_file.title,
          record.title,
          record.docket_state ||
            "to be sent",
          record.created_at.utc.iso8601,
          *@items.map { |item| Core::Filing::Particulars.text(values[item["name"]]) }
        ]
      end
    end
  end
end
