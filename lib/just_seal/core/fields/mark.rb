# frozen_string_literal: true

require "zlib"

module JustSeal
  module Core
    module Fields
      # A signature or initials as the browser sends them: {"typed" => name} or
      # {"strokes" => [[[x, y], ...], ...], "width" =>, "height" =>}, y downwards,
      # or {"picture" => PNG in base 64}.
      module Mark
        MAX_STROKES = 400
        MAX_POINTS = 20_000
        MAX_TYPED = 100
        SIDES = (10..5000)
        # Strokes may reach this far beyond their box.
        MARGIN = 50
        MAX_PICTURE = 400_000
        MAX_PIXELS = 2_000_000
        # ISO/IEC 15948, 5.2 and 11.2.2: eight bytes, then IHDR with width and height.
        PNG = "\x89PNG\r\n\x1A\n".b

        module_function

        def valid?(mark) = mark.is_a?(Hash) && (typed?(mark) || picture?(mark) || drawn?(mark))

        def typed?(mark)
          mark.keys == ["typed"] && mark["typed"].is_a?(String) && mark["typed"].strip.length.between?(1, MAX_TYPED)
        end

        # A picture is looked at before anybody unpacks it: small in bytes and in pixels.
        def picture?(mark)
          text = mark["picture"]
          return false unless mark.keys == ["picture"] && text.is_a?(String) && text.length <= MAX_PICTURE

          bytes = picture(mark)
          sides = bytes.byteslice(16, 8).to_s.unpack("NN")
          bytes.start_with?(PNG) && bytes.byteslice(12, 4) == "IHDR" &&
            sides.all? { |side| side.to_i.between?(10, 5000) } && sides.inject(:*) <= MAX_PIXELS &&
            unpacks?(bytes, *sides)
        rescue ArgumentError, Zlib::Error
          false
        end

        # Is there no more behind the header than it says? Every pixel has eight bytes at most, every line one more for
        # its filter, and an interlaced picture has fewer than twice as many lines.
        def unpacks?(bytes, width, height)
          most = (width * height * 8) + (2 * height) + width
          size = 0
          inflate = Zlib::Inflate.new
          inflate.inflate(pixels(bytes)) { |part| return false if (size += part.bytesize) > most }
          size.positive?
        ensure
          inflate&.close
        end

        # The data of all IDAT chunks (ISO/IEC 15948, 5.3: length, type, data, checksum).
        def pixels(bytes)
          data = +"".b
          place = PNG.bytesize
          while (header = bytes.byteslice(place, 8)) && header.bytesize == 8
            length, type = header.unpack("Na4")
            data << bytes.byteslice(place + 8, length).to_s if type == "IDAT"
            place += length + 12
          end
          data
        end

        # Its bytes. Raises ArgumentError for what is no base 64.
        def picture(mark) = mark.fetch("picture").unpack1("m0")

        def drawn?(mark)
          strokes = mark["strokes"]
          mark.keys.sort == %w[height strokes width] && sides?(mark) &&
            strokes.is_a?(Array) && strokes.size.between?(1, MAX_STROKES) &&
            strokes.all? { |points| stroke?(points, mark) } && strokes.sum(&:size) <= MAX_POINTS
        end

        def sides?(mark) = mark.values_at("width", "height").all? { |side| side.is_a?(Numeric) && SIDES.cover?(side) }
        def stroke?(points, mark) = points.is_a?(Array) && points.any? && points.all? { |point| point?(point, mark) }

        def point?(point, mark)
          point.is_a?(Array) && point.size == 2 && point.all?(Numeric) &&
            point[0].between?(-MARGIN, mark["width"] + MARGIN) && point[1].between?(-MARGIN, mark["height"] + MARGIN)
        end
      end
    end
  end
end
