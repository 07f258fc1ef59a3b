# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # Lines that are drawn on a page, such as those to sign on and those of tables; small boxes, such as those to
      # tick; and frames, in which something is written.
      class RuledLines < HexaPDF::Content::Processor
        LEVEL_POINTS = 0.8
        # A rectangle this low is a line that was filled instead of stroked.
        THIN_POINTS = 2.0
        MAX = 2_000
        BOX_SIDES = (6..18)
        # A box that is as high as a line of writing, and longer: its lower edge is a line to write on.
        WRITING_HEIGHTS = (12..48)

        FRAME_HEIGHTS = (18..120)
        LEAST_FRAME_WIDTH = 36

        # What is drawn on HexaPDF page +page+; an empty one where its content can't be followed.
        def self.of(page)
          rules = new
          page.process_contents(rules)
          rules
        rescue *Check::LIBRARY_FAULTS
          new
        end

        # [[x, y, length], ...] in points, from the page's lower left corner.
        def lines = @found.uniq

        # The same of lines that go upwards.
        def uprights = @uprights.uniq

        # [[x, y, width, height], ...]
        def boxes = @boxes.uniq
        def frames = @frames.uniq

        def initialize(*)
          super
          @found = []
          @boxes = []
          @uprights = []
          @frames = []
          @pieces = []
          @rectangles = []
        end

        def move_to(x, y) = @at = at(x, y)

        def line_to(x, y)
          to = at(x, y)
          @pieces << [@at, to] if @at
          @at = to
        end

        def append_rectangle(x, y, width, height) = @rectangles << [at(x, y), at(x + width, y + height)]

        def stroke_path = keep(@pieces, outlines: true)
        def close_and_stroke_path = keep(@pieces, outlines: true)
        def fill_path_non_zero = keep(thin)
        def fill_path_even_odd = keep(thin)
        def fill_and_stroke_path_non_zero = keep(@pieces + thin, outlines: true)
        def end_path = keep([])

        private

        def at(x, y) = graphics_state.ctm.evaluate(x, y)

        def thin
          flat = @rectangles.select { |one, two| (one[1] - two[1]).abs <= THIN_POINTS }
          flat.map { |one, two| [one, [two[0], one[1]]] }
        end

        def keep(pieces, outlines: false)
          @rectangles.each { |one, two| keep_outline(*[one, two].transpose.map(&:minmax)) } if outlines
          pieces.each { |one, two| keep_line(one, two) }
          @pieces = []
          @rectangles = []
        end

        def keep_line(one, two)
          keep_upright(one, two) if (one[0] - two[0]).abs <= LEVEL_POINTS
          return if (one[1] - two[1]).abs > LEVEL_POINTS || @found.size >= MAX

          left, right = [one[0], two[0]].minmax
          @found << [left.round(1), one[1].round(1), (right - left).round(1)]
        end

        def keep_upright(one, two)
          bottom, top = [one[1], two[1]].minmax
          @uprights << [one[0].round(1), bottom.round(1), (top - bottom).round(1)] if @uprights.size < MAX
        end

        def keep_frame(left, bottom, width, height)
          return unless FRAME_HEIGHTS.cover?(height) && width >= LEAST_FRAME_WIDTH && @frames.size < MAX

          @frames << [left, bottom, width, height].map { |side| side.round(1) }
        end

        def keep_outline((left, right), (bottom, top))
          width = right - left
          height = top - bottom
          keep_frame(left, bottom, width, height)
          if BOX_SIDES.cover?(width) && BOX_SIDES.cover?(height) && (width - height).abs <= 3
            @boxes << [left, bottom, width, height].map { |side| side.round(1) } if @boxes.size < MAX
          elsif WRITING_HEIGHTS.cover?(height) && width > 2 * height
            @found << [left.round(1), bottom.round(1), width.round(1)] if @found.size < MAX
          end
        end
      end
    end
  end
end
