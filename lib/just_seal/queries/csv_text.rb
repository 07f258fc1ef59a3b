# frozen_string_literal: true

require "csv"

module JustSeal
  module Queries
    # Lists as CSV (RFC 4180) that no spreadsheet runs.
    module CsvText
      # Spreadsheets run what begins so; a leading apostrophe keeps it text. Numbers stay numbers.
      FORMULA = /\A[=+\-@\t\r]/
      NUMBER = /\A-?\d+(\.\d+)?\z/

      module_function

      # +head+: column names; +rows+: lists of anything.
      def of(head, rows)
        CSV.generate_line(head) + lines(rows)
      end

      def lines(rows) = rows.map { |row| CSV.generate_line(row.map { |value| safe(value.to_s) }) }.join

      def safe(text) = text.match?(FORMULA) && !text.match?(NUMBER) ? "'#{text}" : text
    end
  end
end
