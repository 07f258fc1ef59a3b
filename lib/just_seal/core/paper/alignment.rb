# frozen_string_literal: true

module JustSeal
  module Core
    module Paper
      # How the picture of a scan lies on the sheet that was printed: turned, scaled and moved. In both, y goes
      # downwards.
      class Alignment
        # +from+, +to+: two points each ([x, y]), of the picture and of the sheet. nil where they can't belong together.
        def self.of(from, to)
          from, to = [from, to].map { |points| points.map { |x, y| Complex(x, y) } }
          return if from[0] == from[1] || to[0] == to[1]

          turn = (to[1] - to[0]) / (from[1] - from[0])
          new(turn, to[0] - (turn * from[0]))
        end

        def initialize(turn, shift)
          @turn = turn
          @shift = shift
        end

        # Where a point of the picture lies on the sheet.
        def call(x, y) = ((@turn * Complex(x, y)) + @shift).rectangular

        # Degrees clockwise by which the picture is turned to lie on the sheet.
        def degrees = (@turn.arg * 180 / Math::PI).round(2)
        # Points of the sheet for a pixel.
        def scale = @turn.abs

        # [a, b, c, d, e, f] for a picture whose y goes downwards, as browsers take it.
        def matrix = [@turn.real, @turn.imag, -@turn.imag, @turn.real, @shift.real, @shift.imag]

        # The same for the unit square in which PDF draws a picture of +width+ by +height+ pixels (ISO 32000-2,
        # 8.9.5.1), on a sheet +tall+ points high.
        def pdf_matrix(width, height, tall)
          left, top = call(0, height)
          [
            @turn.real * width,
            -@turn.imag * width,
            @turn.imag * height,
            @turn.real * height,
            left,
            tall - top
          ]
        end
      end
    end
  end
end
