# frozen_string_literal: true

module JustSeal
  module Queries
    # A list of records as a table; for one class with a column for each of its particulars.
    class RecordCsv
      SLICE = 2_000
      COLUMNS = %w[number class case_file title state captured].freeze

      # +list+: RecordList; +filters+: its RecordFilters.
      def initialize(list, filters)
        @list = list
        @items = filters.items
      end

      # The labels of the particulars that stand behind COLUMNS.
      def labels = @items.map { |item| item["label"] }

      # Yields [row, ...], some at a time. The state is that of the docket, or "to_be_sent" or "held" where there is
      # none.
      def each_slice
        @list.each_slice(SLICE) { |records| yield(records.map { |record| row(record) }) }
      end

      private

      def row(record)
        values = record.particulars.to_h
        [
          record.number,
          record.record_class.code,
          record.case_file.title,
          record.title,
          record.docket_state || (record.record_class.needs_signature ? "to_be_sent" : "held"),
          record.created_at.utc.iso8601,
          *@items.map { |item| Core::Filing::Particulars.text(values[item["name"]]) }
        ]
      end
    end
  end
end
