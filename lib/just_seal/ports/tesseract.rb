# frozen_string_literal: true

require "nokogiri"
require "tmpdir"

module JustSeal
  module Ports
    # Reads what stands in pictures of pages, by Debian's tesseract-ocr on pictures that poppler makes.
    class Tesseract
      DPI = 300
      # Of a picture's longer side, in pixels: what a page of any size costs.
      LONGEST = 5_000
      LEAST_DPI = 20
      MAX_SECONDS = 180
      # Under this, what tesseract says of which way a page stands is a guess.
      LEAST_SURE = 1.5
      # Lines of fewer characters say little of how a page leans.
      LONG_LINE = 25
      PROGRAM = "tesseract"

      # Of one page: +text+: a PDF of one page of its size, that holds the words and shows nothing; +turned+: degrees
      # clockwise by which it has to be turned to stand upright; +leaning+: degrees by which its lines climb to the
      # right; +words+: how many; +confidence+: mean of 0 to 100 with which they were read, nil without words.
      Page = Core::Value.of(:text, :turned, :leaning, :words, :confidence)

      # +languages+: as tesseract names them, joined by "+".
      def initialize(languages:, seconds: MAX_SECONDS)
        @languages = languages
        @seconds = seconds
      end

      def installed? = ENV["PATH"].to_s.split(":").any? { |folder| File.executable?(File.join(folder, PROGRAM)) }

      # Degrees clockwise by which the one page of +bytes+ has to be turned: 0, 90, 180 or 270. +points+: its longer
      # side.
      def turned(bytes, points:)
        in_folder(bytes, dpi(points)) do |folder|
          Program.run(PROGRAM, "page.png", "side", "--psm", "0", folder: folder, seconds: @seconds)
          said = File.exist?("#{folder}/side.osd") ? File.read("#{folder}/side.osd") : ""
          sure = said[/Orientation confidence: ([\d.]+)/, 1].to_f
          sure >= LEAST_SURE ? said[/Rotate: (\d+)/, 1].to_i : 0
        end
      end

      # Page of the one page of +bytes+, which stands upright. Raises Errors::Unavailable where it can't be read.
      def read(bytes, points:)
        in_folder(bytes, dpi(points)) do |folder|
          command = [PROGRAM, "page.png", "out", "-l", @languages, "--dpi", dpi(points).to_s, "-c", "textonly_pdf=1"]
          read = Program.run(*command, "pdf", "hocr", folder: folder, seconds: @seconds)
          raise Errors::Unavailable, :scan_not_read unless read && File.size?("#{folder}/out.pdf")

          page(File.binread("#{folder}/out.pdf"), Nokogiri::HTML(File.read("#{folder}/out.hocr")))
        end
      end

      # Pixels of an inch, so that a page with a longer side of +points+ is no larger a picture than LONGEST.
      def dpi(points) = (LONGEST * 72 / points).floor.clamp(LEAST_DPI, DPI)

      private

      def in_folder(bytes, dpi)
        Dir.mktmpdir("just-seal-scan") do |folder|
          File.binwrite("#{folder}/scan.pdf", bytes)
          picture = ["pdftoppm", "-r", dpi.to_s, "-gray", "-png", "-singlefile", "scan.pdf", "page"]
          Program.run(*picture, folder: folder, seconds: @seconds)
          raise Errors::Unavailable, :scan_not_read unless File.size?("#{folder}/page.png")

          yield folder
        end
      end

      def page(text, hocr)
        sure = hocr.css(".ocrx_word").map { |word| word["title"][/x_wconf (\d+)/, 1].to_i }
        Page.new(
          text: text,
          turned: 0,
          leaning: leaning(hocr),
          words: sure.size,
          confidence: sure.any? ? (sure.sum / sure.size.to_f).round : nil
        )
      end

      # The middle one of how its long lines lean.
      def leaning(hocr)
        lines = hocr.css(".ocr_line").select { |line| line.text.gsub(/\s+/, " ").strip.length >= LONG_LINE }
        slopes = lines.filter_map { |line| line["title"][/baseline (-?[\d.]+)/, 1]&.to_f }.sort
        slopes.any? ? (Math.atan(-slopes[slopes.size / 2]) * 180 / Math::PI).round(2) : 0.0
      end
    end
  end
end
