# frozen_string_literal: true

module JustSeal
  module Words
    # Lists of records as people save them.
    module RecordCsv
      module_function

      # Text of a CSV file. +table+: Queries::RecordCsv.
      def text(table)
        heads = Queries::RecordCsv::COLUMNS.map { |column| I18n.t("record_csv.heads.#{column}") }
        state = Queries::RecordCsv::COLUMNS.index("state")
        rows = table.rows.each { |row| row[state] = I18n.t("record_csv.states.#{row[state]}") }
        Queries::CsvText.of(heads + table.labels, rows)
      end
    end
  end
end
