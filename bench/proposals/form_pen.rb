# frozen_string_literal: true

require "hexapdf"
require "stringio"

module Bench
  # Draws a made form, and keeps what a person would place on it.
  class FormPen
    # +kind+: what would be placed; +box+: [x, y, width, height] in points of where; +label+: what it is called, nil
    # where its kind says it.
    Wanted = Struct.new(:page, :kind, :box, :label, keyword_init: true)
    WRITE = 14

    attr_reader :wanted

    def initialize(face, size)
      @doc = HexaPDF::Document.new
      @face = face
      @size = size
      @wanted = []
      page
    end

    def page
      @canvas = @doc.pages.add.canvas
      @number = @doc.pages.count
      @canvas.font(@face, size: @size).line_width(0.6)
    end

    def text(words, x, y, size: @size, bold: false)
      @canvas.font(@face, size: size, variant: bold ? :bold : :none).text(words, at: [x, y])
      @canvas.font(@face, size: @size)
    end

    def line(x, y, length) = @canvas.line(x, y, x + length, y).stroke
    def upright(x, y, length) = @canvas.line(x, y, x, y + length).stroke
    def frame(x, y, width, height) = @canvas.rectangle(x, y, width, height).stroke
    def bar(x, y, width, height) = @canvas.rectangle(x, y, width, height).fill
    def want(kind, *box, label: nil) = @wanted << Wanted.new(page: @number, kind: kind, box: box, label: label)

    # A line to write on, and what goes there.
    def blank(kind, x, y, length, label: nil)
      line(x, y, length)
      want(kind, x, y, length, WRITE, label: label)
    end

    def width(words)
      font = @doc.fonts.add(@face)
      font.decode_utf8(words).sum(&:width) * @size / 1000.0
    end

    def bytes = StringIO.new("".b).tap { |out| @doc.write(out) }.string
  end
end
