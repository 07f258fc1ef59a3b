# frozen_string_literal: true

module JustSeal
  module Queries
    # A list of records as CSV; for one class with a column for each of its particulars.
    class RecordCsv
      MOST_ROWS = 20_000
      HEAD = ["Number", "Class", "Case file", "Title", "State", "Captured (UTC)"].freeze

      # +filters+: as for RecordList.
      def initialize(filters)
        @filters = filters
        @items = filters[:class_code] ? Store::RecordClass.first(code: filters[:class_code])&.particulars.to_a : []
      end

      def text = CsvText.of(HEAD + @items.map { |item| item["label"] }, rows)

      private

      def rows
        records = RecordList.new(**@filters).dataset.eager(:record_class, :case_file).order(Sequel.desc(:created_at), Sequel.desc(:id))
        records.limit(MOST_ROWS).all.map { |record| row(record) }
      end

      def row(record)
        values = record.particulars.to_h
        [record.number, record.record_class.code, record.case_file.title, record.title, record.docket_state || "to be sent",
         record.created_at.utc.iso8601, *@items.map { |item| Array(values[item["name"]]).join("; ") }]
      end
    end
  end
end
