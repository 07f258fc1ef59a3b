# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # Frames with a label in their upper left corner, and room to write beneath it.
        class Cells
          # A label begins this near to the corner.
          CORNER_POINTS = 14
          LEAST_ROOM = 11
          MARGIN = 3

          # +page+: Page.
          def initialize(page)
            @words = page.words
            @frames = page.frames.to_a
          end

          # [Found, ...]
          def found = cells.map(&:last)

          # [[x, y, length], ...] of the lower edges that are no lines to write on.
          def edges = cells.map { |(x, y, width), _| [x, y, width] }

          private

          def cells
            @cells ||= @frames.filter_map { |frame| found_in(frame)&.then { |one| [frame, one] } }
          end

          def found_in(frame)
            inside = @words.select { |word| inside?(word, frame) }
            label = labelling(inside, frame) && Labels.label(inside.sort_by(&:x)) or return
            kind, settings = Labels.read(label)
            Found.new(kind: kind, box: room(frame, inside), settings: settings)
          end

          # Do the words of a frame leave it room, all on one line in its corner?
          def labelling(inside, (left, bottom, width, height))
            return false if inside.empty?

            lowest = inside.map(&:y).min
            inside.map(&:x).min - left <= CORNER_POINTS && lowest - bottom >= LEAST_ROOM + MARGIN &&
              inside.all? { |word| word.y > bottom + (height / 2) - 2 && word.right <= left + width }
          end

          def inside?(word, (left, bottom, width, height))
            middle = word.y + (word.height / 2)
            word.x >= left - 1 && word.right <= left + width + 1 && middle.between?(bottom, bottom + height)
          end

          def room((left, bottom, width, _), inside)
            top = inside.map(&:y).min
            [left + MARGIN, bottom + MARGIN - 1, width - (2 * MARGIN), top - bottom - MARGIN]
          end
        end
      end
    end
  end
end
