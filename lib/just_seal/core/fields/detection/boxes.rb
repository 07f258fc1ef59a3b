# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # What is found on one page to tick: small boxes, drawn or as signs, with the words to their right.
        class Boxes
          SIGNS = /\A(?:[☐□◻❏❑]|\[_?\])/
          LABEL_POINTS = 16
          SAME_LINE_POINTS = 6
          MIDDLE_POINTS = 7

          # +page+: Page.
          def initialize(page)
            @words = page.words
            @boxes = page.boxes.to_a + @words.select { |word| word.text.match?(SIGNS) }.map { |word| sign(word) }
          end

          # [Found, ...]
          def found
            @boxes.filter_map do |box|
              words = words_after(box)
              Found.new(kind: "tick", box: box, settings: { "label" => words }) if words
            end
          end

          private

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
