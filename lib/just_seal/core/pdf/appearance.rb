# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # Draws what a field shows, as a form XObject with its own embedded fonts, so that no reader has to make it up.
      class Appearance
        INK = [0x1D, 0x2B, 0x2F].freeze
        FADED = [0x56, 0x62, 0x67].freeze
        FOOT_POINTS = 5.5
        PADDING_POINTS = 2
        STROKE_POINTS = 1.1

        # +doc+: HexaPDF document; +faces+: FontSet.
        def initialize(doc, faces)
          @doc = doc
          @typesetter = Typesetter.new(doc, faces)
        end

        # One line of +text+, as large as +spot+ allows up to 11 points.
        def text(spot, text)
          form(spot) { |canvas, upright| line(canvas, text, :text, box(upright), most: 11) }
        end

        # A signature: +mark+ is {"typed" => name}, {"picture" => PNG in base 64} or {"strokes" => [[[x, y], ...],
        # ...], "width" =>, "height" =>} with y downwards; +foot+: the small line beneath it.
        def signature(spot, mark, foot:)
          form(spot) do |canvas, upright|
            left, bottom, width, height = box(upright)
            line(canvas, foot, :text, [left, 1, width, FOOT_POINTS + 1], most: FOOT_POINTS, colour: FADED)
            area = [left, bottom + FOOT_POINTS, width, height - FOOT_POINTS]
            mark(canvas, mark, area, most: 28)
          end
        end

        # Initials: a mark as of a signature, without a line beneath.
        def initials(spot, mark)
          form(spot) { |canvas, upright| mark(canvas, mark, box(upright), most: 22) }
        end

        # +text+ of several lines, broken where the width wants it, as large as +spot+ allows up to 10 points. Raises
        # Refused :no_room where it is too much for the smallest.
        def lines(spot, text)
          left, _, width, height = box(upright(spot))
          size, rows = fitting(text, width, height - PADDING_POINTS)
          form(spot) do |canvas|
            canvas.fill_color(*INK)
            rows.each_with_index do |row, index|
              next if row.empty?

              baseline = height - PADDING_POINTS - (size * (0.95 + (index * LEADING)))
              @typesetter.show(canvas, row, [:text, size], left, baseline)
            end
          end
        end

        # A box that is crossed, and one that is not.
        def cross(spot)
          form(spot) do |canvas|
            inset = [spot.width, spot.height].min * 0.2
            canvas.stroke_color(*INK).line_width(1.3).line_cap_style(:round)
            canvas.line(inset, inset, spot.width - inset, spot.height - inset).line(
              inset,
              spot.height - inset,
              spot.width - inset,
              inset
            ).stroke
          end
        end

        def nothing(spot) = form(spot) { |_canvas| nil }

        LINES_SIZES = 10.downto(5).freeze
        LEADING = 1.25

        # [size, rows] of +text+ in an area of +width+ by +height+ points.
        def fitting(text, width, height)
          LINES_SIZES.each do |size|
            rows = text.split("\n", -1).flat_map { |line| @typesetter.rows(line, :text, size, width) }
            return [size, rows] if rows.size * size * LEADING <= height
          end
          raise Refused.new(:no_room, characters: text.length)
        end

        # What a page is turned by when it is shown => how its fields are turned back (ISO 32000-2, 8.3.3), so that they
        # are read upright. Readers know no other turns.
        TURNS = {
          0 => [1, 0, 0, 1, 0, 0],
          90 => [0, 1, -1, 0, 0, 0],
          180 => [-1, 0, 0, -1, 0, 0],
          270 => [0, -1, 1, 0, 0, 0]
        }.freeze
        private_constant :TURNS

        private

        # Yields the canvas, and the spot as it is seen. The reader moves and stretches the form into the field's
        # rectangle (12.5.5).
        def form(spot)
          upright = upright(spot)
          @doc.add(
            {
              Type: :XObject,
              Subtype: :Form,
              BBox: [0, 0, upright.width, upright.height],
              Matrix: TURNS.fetch(turn(spot), TURNS[0]),
              Resources: {}
            }
          ).tap do |xobject|
            yield xobject.canvas, upright
          end
        end

        # Inherited where the page does not say it (ISO 32000-2, 7.7.3.4); read past the library's defaults, which would
        # be written into the page.
        def turn(spot)
          node = @doc.pages[spot.page - 1]
          node = node[:Parent] until node.value.key?(:Rotate) || node[:Parent].nil?
          turn = @doc.deref(node.value[:Rotate])
          (turn.is_a?(HexaPDF::Object) ? turn.value : turn).to_i % 360
        end

        def upright(spot) = (turn(spot) % 180).zero? ? spot : spot.with(width: spot.height, height: spot.width)

        def box(spot) = [PADDING_POINTS, 0, spot.width - (2 * PADDING_POINTS), spot.height]

        # Sets +text+ in the middle of the height of +area+ ([left, bottom, width, height]), smaller where it would not
        # fit.
        def line(canvas, text, role, area, most:, colour: INK)
          left, bottom, width, height = area
          natural = @typesetter.width(text, role, 1)
          size = [most, height * 0.8, natural.positive? ? width / natural : most].min
          canvas.fill_color(*colour)
          @typesetter.show(canvas, text, [role, size], left, bottom + ((height - size) / 2.0) + (size * 0.22))
        end

        def mark(canvas, mark, area, most:)
          return strokes(canvas, mark, area) if mark["strokes"]

          mark["picture"] ? picture(canvas, mark, area) : line(canvas, mark.fetch("typed"), :hand, area, most: most)
        end

        # As large as +area+ allows, at its left. Raises Refused :picture for one that can't be read.
        def picture(canvas, mark, area)
          left, bottom, width, height = area
          image = @doc.images.add(StringIO.new(Fields::Mark.picture(mark)))
          scale = [width / image.width.to_f, height / image.height.to_f].min
          canvas.image(image, at: [left, bottom], width: image.width * scale, height: image.height * scale)
        rescue HexaPDF::Error, Zlib::Error, ArgumentError, NoMethodError
          raise Refused, :picture
        end

        def strokes(canvas, mark, area)
          left, bottom, width, height = area
          scale = [width / mark.fetch("width"), height / mark.fetch("height")].min
          canvas.stroke_color(*INK).line_width(STROKE_POINTS).line_cap_style(:round).line_join_style(:round)
          mark.fetch("strokes").each do |points|
            stroke(canvas, points.map { |x, y| [left + (x * scale), bottom + height - (y * scale)] })
          end
        end

        # A single point becomes a dot.
        def stroke(canvas, points)
          x, y = points.first
          canvas.polyline(*points.flatten, *([x + 0.1, y] if points.size == 1)).stroke
        end
      end
    end
  end
end
