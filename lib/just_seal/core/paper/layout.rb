# frozen_string_literal: true

module JustSeal
  module Core
    module Paper
      # Where things stand on a printed sheet, in points: the page of the document a little smaller, in the middle, so
      # that the codes in two corners cover nothing of it and printers that leave out the edge leave them whole.
      class Layout
        SCALE = 0.86
        MAX_SIDE = 44.0
        EDGE = 14.0

        attr_reader :width, :height

        # +width+, +height+: of the page.
        def initialize(width, height)
          @width = width.to_f
          @height = height.to_f
        end

        # The margins above and beside the smaller page.
        def left = width * (1 - SCALE) / 2
        def below = height * (1 - SCALE) / 2

        # Where a point of the page stands on the sheet.
        def point(x, y) = [left + (x * SCALE), below + (y * SCALE)]

        # [left, bottom, width, height] of +rectangle+ ([left, bottom, right, top]) of the page on the sheet.
        def area(rectangle)
          x, y = point(*rectangle.first(2))
          [x, y, (rectangle[2] - rectangle[0]) * SCALE, (rectangle[3] - rectangle[1]) * SCALE]
        end

        # Side of a code.
        def side = [MAX_SIDE, below - EDGE - 2].min

        # {corner => [left, bottom]} of the two codes: at the top on the right, at the bottom on the left.
        def corners = { 1 => [width - EDGE - side, height - EDGE - side], 2 => [EDGE, EDGE] }

        # The middle of the code of +corner+, with y downwards from the top.
        def middle(corner)
          x, y = corners.fetch(corner)
          [x + (side / 2), height - y - (side / 2)]
        end
      end
    end
  end
end
