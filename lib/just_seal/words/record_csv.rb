# frozen_string_literal: true

module JustSeal
  module Words
    # A list of records as people save it: the parts of a CSV file, put together while it is sent, however long it is.
    class RecordCsv
      # +table+: Queries::RecordCsv. In the language in which it is asked for.
      def initialize(table)
        @table = table
        @language = I18n.locale
      end

      # Yields the text, part by part.
      def each
        yield worded { Queries::CsvText.of(heads, []) }
        @table.each_slice { |rows| yield worded { Queries::CsvText.lines(rows.map { |row| line(row) }) } }
      end

      private

      def worded(&) = Languages.in(@language, &)
      def heads = Queries::RecordCsv::COLUMNS.map { |column| I18n.t("record_csv.heads.#{column}") } + @table.labels

      def line(row)
        state = Queries::RecordCsv::COLUMNS.index("state")
        row.dup.tap { |cells| cells[state] = I18n.t("record_csv.states.#{row[state]}") }
      end
    end
  end
end
