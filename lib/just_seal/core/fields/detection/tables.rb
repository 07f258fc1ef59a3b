# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # Tables that are drawn with lines both ways: each empty cell beneath a head is to be filled in.
        class Tables
          # +levels+: heights of its lines, from the top; +columns+: [[left, right], ...].
          Table = Value.of(:levels, :columns, :rules)
          NEAR = 2.0
          LEAST_ROWS = 2
          HEIGHTS = (10..60)
          LEAST_WIDTH = 24
          MARGIN = 2

          # +page+: Page.
          def initialize(page)
            @words = page.words
            @rules = page.rules.uniq
            @uprights = page.uprights.to_a.uniq
          end

          # [Found, ...] from the top of each table.
          def found = tables.flat_map { |table| of_table(table.levels, table.columns) }

          # [[x, y, length], ...] of its lines: none of them is one to write on.
          def edges = tables.flat_map(&:rules)

          private

          # Lines of one beginning and length, that at least three uprights go through.
          def tables
            alike = @rules.group_by { |x, _, length| [x.round, length.round] }
            @tables ||= alike.values.filter_map { |rules| table(rules) }
          end

          def table(rules)
            return if rules.size <= LEAST_ROWS

            levels = rules.map { |_, y, _| y }.sort.reverse
            x, _, length = rules.first
            sides = sides(x, length, levels)
            Table.new(levels: levels, columns: sides.each_cons(2).to_a, rules: rules) if sides.size > 2
          end

          # Where uprights stand that go from the first to the last line.
          def sides(left, length, levels)
            through = @uprights.select do |x, y, height|
              x.between?(left - NEAR, left + length + NEAR) && y <= levels.last + NEAR &&
                y + height >= levels.first - NEAR
            end
            through.map(&:first).uniq.sort
          end

          def of_table(levels, columns)
            rows = levels.each_cons(2).to_a
            heads = columns.map { |column| Labels.label(words_in(column, rows.first)) }
            rows.drop(1).each_with_index.flat_map do |row, index|
              columns.zip(heads).filter_map { |column, head| cell(column, row, head, index + 1) }
            end
          end

          def cell((left, right), (top, bottom), head, number)
            return unless head && HEIGHTS.cover?(top - bottom) && right - left >= LEAST_WIDTH
            return if words_in([left, right], [top, bottom]).any?

            box = [left + MARGIN, bottom + 1, right - left - (2 * MARGIN), top - bottom - 2]
            Found.new(kind: "text", box: box, settings: { "label" => "#{head} #{number}" })
          end

          def words_in((left, right), (top, bottom))
            inside = @words.select do |word|
              (word.x + (word.width / 2)).between?(left, right) && (word.y + (word.height / 2)).between?(bottom, top)
            end
            inside.sort_by(&:x)
          end
        end
      end
    end
  end
end
