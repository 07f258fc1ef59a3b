# frozen_string_literal: true

require "tmpdir"

module JustSeal
  module Ports
    # Draws the pages of a scan, and reads the codes on them, by Debian's poppler-utils and libzbar0.
    class PaperReader
      DPI = 200
      # A picture on which fewer codes are found than a page has is looked at again, finer by these.
      FINER = [1, 2, 1.5].freeze
      CODES = 2
      # Of a picture's longer side, in pixels: what a page of any size costs.
      LONGEST = 4_000
      LEAST_DPI = 20
      QUALITY = 80
      MAX_SECONDS = 60
      # Netpbm, PGM: width, height and the greatest value, then a byte for each pixel.
      GREY = /\AP5\s+(\d+)\s+(\d+)\s+255\s/n

      # +jpeg+: bytes; +width+, +height+: pixels; +marks+: [[Core::Paper::Mark, [x, y] of its middle], ...], y
      # downwards.
      Page = Core::Value.of(:jpeg, :width, :height, :marks)

      def initialize(seconds: MAX_SECONDS) = @seconds = seconds

      # Page of the one page of +bytes+, a PDF; +points+: its longer side. Raises Errors::Unavailable where it can't be
      # read.
      def page(bytes, points:)
        Dir.mktmpdir("just-seal-paper") do |folder|
          File.binwrite("#{folder}/scan.pdf", bytes)
          dpi = (LONGEST * 72 / points).floor.clamp(LEAST_DPI, DPI)
          width, height, = grey(folder, dpi)
          Page.new(jpeg: jpeg(folder, dpi), width: width, height: height, marks: found(folder, dpi))
        end
      end

      # PNG of the part +area+ ([left, bottom, width, height], points) of the page +number+ of +bytes+, +height+ points
      # high.
      def part(bytes, number, area, height)
        per_point = DPI / 72.0
        left, bottom, wide, tall = area
        place = { x: left, y: height - bottom - tall, W: wide, H: tall }
        sizes = place.flat_map { |name, points| ["-#{name}", [(points * per_point).round, 0].max.to_s] }
        Dir.mktmpdir("just-seal-paper") do |folder|
          File.binwrite("#{folder}/scan.pdf", bytes)
          page = ["-f", number.to_s, "-l", number.to_s, "-r", DPI.to_s, "-png", "-singlefile"]
          run(folder, "pdftoppm", *page, *sizes, "scan.pdf", "part")
          File.binread("#{folder}/part.png")
        end
      end

      private

      def jpeg(folder, dpi)
        how = ["-jpeg", "-jpegopt", "quality=#{QUALITY}", "-r", dpi.to_s, "-singlefile"]
        run(folder, "pdftoppm", *how, "scan.pdf", "page")
        File.binread("#{folder}/page.jpg")
      end

      # The most that one look finds, in pixels at +dpi+.
      def found(folder, dpi)
        FINER.each_with_object([]) do |finer, best|
          next if best.size >= CODES

          width, height, grey = grey(folder, (dpi * finer).round)
          marks = marks(grey, width, height).map { |mark, middle| [mark, middle.map { |side| side / finer }] }
          best.replace(marks) if marks.size > best.size
        end
      end

      def run(folder, *command) = Program.run(*command, folder: folder, seconds: @seconds)

      # [width, height, bytes]
      def grey(folder, dpi)
        run(folder, "pdftoppm", "-gray", "-r", dpi.to_s, "-singlefile", "scan.pdf", "page")
        bytes = File.file?("#{folder}/page.pgm") ? File.binread("#{folder}/page.pgm") : ""
        head = GREY.match(bytes) or raise Errors::Unavailable, :scan_not_read
        [head[1].to_i, head[2].to_i, bytes.byteslice(head.end(0)..)]
      end

      def marks(grey, width, height)
        found = Confined.call { Zbar.read(grey, width, height) }
        found.filter_map { |text, middle| Core::Paper::Mark.read(text)&.then { |mark| [mark, middle] } }
      end
    end
  end
end
