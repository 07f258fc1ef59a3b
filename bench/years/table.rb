# frozen_string_literal: true

module Years
  # What the years told, as lines of a table.
  class Table
    COLUMNS = {
      "year" => "year",
      "sealed" => "sealed",
      "there" => "files",
      "alone" => "alone",
      "ledger" => "ledger",
      "lost" => "lost",
      "due" => "due",
      "gone" => "stubs",
      "held" => "held",
      "renewed" => "renewed",
      "points" => "checkpoints",
      "calls" => "calls",
      "megabytes" => "MB",
      "seconds" => "seconds"
    }.freeze

    def initialize(documents)
      @documents = documents
    end

    def head
      [
        "#{@documents} documents; files: sealed documents and certificates that are there, and how they are proved",
        "| #{COLUMNS.values.join(" | ")} |",
        "|#{"---:|" * COLUMNS.size}"
      ]
    end

    def row(told)
      "| #{COLUMNS.keys.map { |name| shown(told[name]) }.join(" | ")} |"
    end

    # For each file and year that it was there.
    def foot(years)
      file_years = years.sum { |year| year["there"] }.to_f
      calls, seconds = %w[calls seconds].map { |name| years.sum { |year| year[name] } / file_years }
      kilobytes = years.last["megabytes"] * 1024 / file_years
      format("For each file and year: %.2f calls, %.2f seconds, %.1f kB", calls, seconds, kilobytes)
    end

    private

    def shown(value) = value.is_a?(Float) ? value.round(1).to_s : value.to_s
  end
end
