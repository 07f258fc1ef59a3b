# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # A field's place on a page and what goes there.
      #
      # +name+: unique in its docket; +kind+: a key of KINDS; +party+: letter; +page+: from 1; +x+, +y+, +width+, +height+:
      # points, from the lower left corner of the page as it is stored; +label+: for people.
      Spot = Value.of(:name, :kind, :party, :page, :x, :y, :width, :height, :label) do
        # [left, bottom, right, top] in points, as a PDF rectangle.
        def rectangle = [x, y, x + width, y + height]

        # Do the two share any of the page?
        def overlaps?(other)
          page == other.page && x < other.x + other.width && other.x < x + width &&
            y < other.y + other.height && other.y < y + height
        end
      end
    end
  end
end
