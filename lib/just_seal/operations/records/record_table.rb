# frozen_string_literal: true

require "csv"

module JustSeal
  module Operations
    # A table of what is known of files that become records: CSV in UTF-8 whose first line names the columns. "file" is
    # there always; "title", "class", "case_file" and the machine names of particulars may be, in any order.
    module RecordTable
      MAX_ROWS = 50_000
      MAX_BYTES = 50 * 1024 * 1024
      OWN = %w[file title class case_file].freeze
      # One line: +particulars+: {machine name => text}, without empty ones.
      Row = Core::Value.of(:line, :file, :title, :class_code, :case_file, :particulars)

      module_function

      # [Row, ...] of +text+; +known+: machine names that a column may have. Raises Errors::Invalid keyed "table".
      def read(text, known:)
        table = CSV.parse(utf8(text), headers: true, header_converters: ->(head) { head.to_s.strip.downcase })
        problem = problem(table, known)
        problem ? refuse(problem) : table.each.with_index(2).map { |row, line| row(row, line) }
      rescue CSV::MalformedCSVError => e
        refuse(Core::Problem.new(:csv_unreadable, message: e.message))
      end

      def problem(table, known)
        strange = table.headers.compact - OWN - known
        return Core::Problem.new(:columns_missing, columns: ["file"]) unless table.headers.include?("file")
        return Core::Problem.new(:columns_unknown, columns: strange) if strange.any?

        Core::Problem.new(:too_many_rows, limit: MAX_ROWS) if table.size > MAX_ROWS
      end

      def row(row, line)
        texts = row.to_h.compact.transform_values do |text|
          text.strip.unicode_normalize(:nfc)
        end.reject { |_, text| text.empty? }
        Row.new(
          line: line,
          file: texts["file"].to_s,
          title: texts["title"].to_s,
          class_code: texts["class"].to_s,
          case_file: texts["case_file"].to_s,
          particulars: texts.except(*OWN)
        )
      end

      def utf8(text)
        too_large = Core::Problem.new(:file_too_large_to_import, megabytes: MAX_BYTES / 1024 / 1024)
        refuse(too_large) if text.bytesize > MAX_BYTES
        utf8 = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        utf8.valid_encoding? ? utf8 : refuse(:not_utf8)
      end

      def refuse(problem) = raise(Errors::Invalid, { "table" => problem })
    end
  end
end
