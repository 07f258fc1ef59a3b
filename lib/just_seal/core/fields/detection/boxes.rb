# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # What is found on one page to tick: small boxes, drawn or as signs, with the words to their right; and rows of
        # boxes, each for one character, with the words to their left.
        class Boxes
          SIGNS = /\A(?:[☐□◻❏❑]|\[_?\])/
          LABEL_POINTS = 16
          SAME_LINE_POINTS = 6
          MIDDLE_POINTS = 7

          # Boxes for characters touch one another.
          TOUCHING_POINTS = 1.5
          COLUMN_POINTS = 150

          # +page+: Page.
          def initialize(page)
            @words = page.words
            combs, single = rows(page.boxes.to_a).partition { |row| row.size > 1 }
            @combs = combs.map { |row| whole(row) }
            @boxes = single.flatten(1) + @words.select { |word| word.text.match?(SIGNS) }.map { |word| sign(word) }
          end

          # [Found, ...]
          def found
            ticks = @boxes.filter_map do |box|
              words = words_after(box)
              Found.new(kind: "tick", box: box, settings: { "label" => words }) if words
            end
            ticks + @combs.filter_map { |box| comb(box) }
          end

          private

          # Boxes that touch one another, together.
          def rows(boxes)
            boxes.sort_by { |x, y, *| [-y, x] }.slice_when { |one, two| !touching?(one, two) }.to_a
          end

          def touching?(one, two)
            (one[1] - two[1]).abs <= TOUCHING_POINTS && (two[0] - one[0] - one[2]).abs <= TOUCHING_POINTS
          end

          def whole(row)
            x, y, _, height = row.first
            [x, y, row.last[0] + row.last[2] - x, height]
          end

          def comb(box)
            level = @words.select { |word| (word.y + (word.height / 2) - box[1] - (box[3] / 2)).abs <= MIDDLE_POINTS }
            run = Labels.runs(level.select { |word| word.right <= box[0] }, LABEL_POINTS).last
            return unless run && box[0] - run.last.right <= COLUMN_POINTS

            label = Labels.label(run)
            Found.new(kind: "text", box: box, settings: { "label" => label }) if label
          end

          # The box of the sign that +word+ begins with.
          def sign(word)
            each = word.width / [word.text.length, 1].max
            [word.x, word.y, each * word.text[SIGNS].length, word.height].map { |side| side.round(1) }
          end

          def words_after(box)
            right = box[0] + box[2]
            near = line_after(box, right).each_with_object([]) do |word, kept|
              kept << word if word.x - (kept.last&.right || right) <= LABEL_POINTS
            end
            Detection.label(near.first(MAX_LABEL_WORDS).map(&:text).join(" ").sub(SIGNS, ""))
          end

          # On the line of +box+, from its +right+ side to the next box.
          def line_after(box, right)
            stop = stop(box, right)
            middle = box[1] + (box[3] / 2)
            level = @words.select { |word| (word.y + (word.height / 2) - middle).abs <= MIDDLE_POINTS }
            level.select { |word| word.right > right + 1 && (stop.nil? || word.x < stop) }.sort_by(&:x)
          end

          # Where the next box begins, if one stands on the same line.
          def stop(box, right)
            after = @boxes.select { |other| other[0] > right }
            after.map(&:first).min if after.any? { |other| (other[1] - box[1]).abs <= SAME_LINE_POINTS }
          end
        end
      end
    end
  end
end
