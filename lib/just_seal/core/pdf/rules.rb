# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # Horizontal lines that are drawn on a page, such as those to sign on.
      class Rules < HexaPDF::Content::Processor
        LEVEL_POINTS = 0.8
        # A rectangle this low is a line that was filled instead of stroked.
        THIN_POINTS = 2.0
        MOST = 2_000

        # [[x, y, length], ...] in points, from the page's lower left corner, of HexaPDF page +page+.
        def self.of(page)
          rules = new
          page.process_contents(rules)
          rules.found.uniq
        rescue *Check::LIBRARY_FAULTS
          [] # a page whose content can't be followed has no lines to propose anything on
        end

        attr_reader :found

        def initialize(*)
          super
          @found, @pieces, @rectangles = [], [], []
        end

        def move_to(x, y) = @at = at(x, y)

        def line_to(x, y)
          to = at(x, y)
          @pieces << [@at, to] if @at
          @at = to
        end

        def append_rectangle(x, y, width, height) = @rectangles << [at(x, y), at(x + width, y + height)]

        def stroke_path = keep(@pieces)
        def close_and_stroke_path = keep(@pieces)
        def fill_path_non_zero = keep(thin)
        def fill_path_even_odd = keep(thin)
        def fill_and_stroke_path_non_zero = keep(@pieces + thin)
        def end_path = keep([])

        private

        def at(x, y) = graphics_state.ctm.evaluate(x, y)

        def thin
          @rectangles.select { |one, two| (one[1] - two[1]).abs <= THIN_POINTS }.map { |one, two| [[one[0], one[1]], [two[0], one[1]]] }
        end

        def keep(pieces)
          level = pieces.select { |one, two| (one[1] - two[1]).abs <= LEVEL_POINTS }
          level.each { |one, two| @found << [[one[0], two[0]].min.round(1), one[1].round(1), (one[0] - two[0]).abs.round(1)] if @found.size < MOST }
          @pieces, @rectangles = [], []
        end
      end
    end
  end
end
