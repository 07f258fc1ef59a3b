# frozen_string_literal: true

require "hexapdf"
require "json"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # The report of an inquiry, or of one answer, in our look; the same facts are attached as JSON. It is unsigned as
      # it comes from here.
      class Report
        # Rows of a list that are printed, unless it says how many ("printed"), and columns, whose "widths" it may give
        # as proportions: the files beside the report hold all of them.
        MAX_ROWS = 60
        MAX_COLUMNS = 6
        BAR_POINTS = 220
        SIZE = 7
        MIN = 5
        WIDEST = 34

        # +account+: {"title", "lead": sentence, "margin": [[name, value], ...], "sections": [{"title", "definition",
        # "figures", "lists", "charts", "notes"}, ...]}, in words; +words+: answers a key and facts with what the report
        # says of itself; +faces+: FontSet. Returns bytes.
        def self.call(account, faces:, words:) = new(account, faces, words).bytes

        def initialize(account, faces, words)
          @account = account
          @words = words
          @doc = Archival.fresh
          @sheet = Sheet.new(@doc, faces)
        end

        def bytes
          @doc.metadata.title(@account["title"])
          @account["margin"].inject(770) { |top, (name, value)| @sheet.label(name, value, top) - 6 }
          @sheet.write(@account["title"], role: :title, size: 20, leading: 1.2)
          @sheet.write(@account["lead"], size: 10.5, colour: Sheet::FADED)
          @account["sections"].each { |section| section(section) }
          said = { description: @words.call(:all_facts), mime_type: "application/json" }
          Archival.enclose(@doc, JSON.pretty_generate(@account), name: "report.json", **said)
          Archival.written(@doc, optimize: false)
        end

        private

        def section(section)
          @sheet.room_for(90)
          @sheet.y -= 14
          @sheet.write(section["title"], role: :title, size: 14)
          @sheet.rule
          small(section["definition"], colour: Sheet::FADED)
          @sheet.y -= 4
          section["figures"].to_a.each { |figure| figure(figure) }
          section["charts"].to_a.each { |chart| chart(chart) }
          section["lists"].to_a.each { |list| list(list) }
          small(section["notes"])
        end

        def small(lines, **look) = lines.to_a.each { |line| @sheet.write(line, size: 8, **look) }

        def figure(figure)
          value = figure["value"].to_s
          if @sheet.width_of(value, :bold, 9) > 190
            @sheet.write("#{figure["name"]}: #{value}", size: 9)
          else
            @sheet.room_for(13)
            @sheet.y -= 13
            @sheet.place(figure["name"], Sheet::LEFT, @sheet.y, [:text, 9])
            @sheet.place(value, Sheet::RIGHT - @sheet.width_of(value, :bold, 9), @sheet.y, [:bold, 9])
          end
        end

        # Bars with their numbers; the longest is as wide as the column.
        def chart(chart)
          most = chart["bars"].map(&:last).max.to_f
          return if most.zero?

          @sheet.room_for(30 + (chart["bars"].size * 13))
          @sheet.y -= 8
          @sheet.write("#{chart["title"]} (#{chart["unit"]})", role: :bold, size: 8.5)
          chart["bars"].each { |label, value| bar(label, value, value / most * BAR_POINTS) }
        end

        def bar(label, value, length)
          @sheet.room_for(13)
          y = @sheet.y -= 13
          @sheet.place(label, Sheet::LEFT, y, [:text, 8])
          box = [Sheet::LEFT + 90, y - 1, [length, 0.5].max, 8]
          @sheet.canvas.fill_color(*Sheet::VERDIGRIS).rectangle(*box).fill
          @sheet.place(value, Sheet::LEFT + 316, y, [:text, 8])
        end

        def list(list)
          columns = list["columns"].first(MAX_COLUMNS)
          rows = list["rows"].first(list["printed"] || MAX_ROWS).map { |row| row.first(MAX_COLUMNS).map(&:to_s) }
          @sheet.room_for(50)
          @sheet.y -= 9
          @sheet.write("#{list["title"]}: #{list["count"]}", role: :bold, size: 9)
          return if rows.empty?

          table(columns.map { |column| column["title"] }, rows, list["widths"])
          beside(list, rows)
        end

        def table(head, rows, widths)
          widths = in_proportion(widths || wished(head, rows))
          row(head, widths, colour: Sheet::FADED)
          rows.each { |cells| row(cells, widths) }
        end

        # What of +list+ is not printed.
        def beside(list, rows)
          more = list["count"] - rows.size
          columns = list["columns"].drop(MAX_COLUMNS).map { |column| column["title"] }
          left_out = [
            (@words.call(:more_lines, count: more) if more.positive?),
            (@words.call(:columns, names: columns.join(", ")) if columns.any?)
          ].compact
          return if left_out.empty?

          text = @words.call(:beside, what: left_out.join(@words.call(:and)))
          @sheet.write(text, size: 7, colour: Sheet::FADED)
        end

        # As wide as the longest text of a column, within limits.
        def wished(head, rows)
          [head, *rows].transpose.map { |texts| texts.map(&:length).max.clamp(MIN, WIDEST) }
        end

        def in_proportion(wished) = wished.map { |width| width * (Sheet::RIGHT - Sheet::LEFT) / wished.sum.to_f }

        def row(cells, widths, colour: Sheet::INK)
          lines = cells.zip(widths).map { |cell, width| @sheet.rows(cell, :text, SIZE, width - 5).first(6) }
          height = (lines.map(&:size).max * SIZE * 1.3) + 3
          @sheet.room_for(height)
          left = Sheet::LEFT
          lines.zip(widths) do |texts, width|
            texts.each_with_index do |text, index|
              @sheet.place(text, left, @sheet.y - ((index + 1) * SIZE * 1.3), [:text, SIZE], colour)
            end
            left += width
          end
          @sheet.y -= height
        end
      end
    end
  end
end
