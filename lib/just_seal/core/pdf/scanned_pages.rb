# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # A scan whose pages are turned, straightened, and given the words that were read on them. What is seen stays a
      # picture; the words lie over it unseen, where find and readers come to them.
      class ScannedPages
        def initialize(bytes)
          @doc = HexaPDF::Document.new(io: StringIO.new(bytes.b))
        end

        def count = @doc.pages.count
        # Its longer side, in points.
        def longest(number) = [page(number).box(:media).width, page(number).box(:media).height].max.to_f

        # Stands it upright: +degrees+ clockwise, 90, 180 or 270.
        # The library turns the other way round.
        def turn(number, degrees) = page(number).rotate(-degrees, flatten: true)

        # Takes out of it how it leans: +degrees+ by which its lines climb to the right.
        def straighten(number, degrees)
          one = page(number)
          matrix = about_middle(one.box(:media), -degrees).map { |part| format("%.6f", part) }
          one.contents = "q #{matrix.join(" ")} cm\n#{one.contents}\nQ\n"
        end

        # Lays the words of +text+, a PDF of one page, over it.
        def lay(number, text)
          words = HexaPDF::Document.new(io: StringIO.new(text.b)).pages[0].to_form_xobject
          one = page(number)
          box = one.box(:media)
          canvas = one.canvas(type: :overlay)
          canvas.xobject(@doc.import(words), at: [box.left, box.bottom], width: box.width, height: box.height)
        end

        def bytes = Archival.make(written(@doc)).first

        # A PDF of this page alone, as it stands now.
        def alone(number)
          one = HexaPDF::Document.new
          one.pages << one.import(page(number))
          written(one)
        end

        private

        # ISO 32000-2, 8.3.4: the matrix that turns by +degrees+ against the clock around the middle of +box+.
        def about_middle(box, degrees)
          cos = Math.cos(degrees * Math::PI / 180)
          sin = Math.sin(degrees * Math::PI / 180)
          x = box.left + (box.width / 2.0)
          y = box.bottom + (box.height / 2.0)
          [cos, sin, -sin, cos, x - (x * cos) + (y * sin), y - (x * sin) - (y * cos)]
        end

        def written(doc) = StringIO.new("".b).tap { |out| doc.write(out, optimize: true) }.string
        def page(number) = @doc.pages[number - 1]
      end
    end
  end
end
