# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # What a party signs by pen: a cover sheet, and the pages of the documents as they stand, each a little smaller
      # than it is, with a code in two corners by which a scan of it is known again, and a frame at every place that the
      # party fills in.
      class PaperPack
        FRAME = [0x1C, 0x6B, 0x66].freeze
        LABEL_POINTS = 5.5
        FOOT_POINTS = 7
        QR_POINTS = 96

        # One document. +position+, +title+, +record+, +sha256+; +bytes+: what its pages look like, without a form;
        # +count+: how many of them are printed, the first ones; +frames+: [[page, rectangle, label, text that is
        # written already or nil], ...].
        Item = Value.of(:position, :title, :record, :sha256, :bytes, :count, :frames) do
          def pages = HexaPDF::Document.new(io: StringIO.new(bytes.b)).pages.first(count)
        end

        # +facts+: {label's key => text} of the cover's margin; +lines+: [text, ...] of what is to be done; +code+: as
        # of Paper::Mark; +number+: what the copy is called; +faces+: FontSet; +words+: as of Certificate.
        def initialize(items, code:, number:, facts:, lines:, faces:, words:)
          @items = items
          @code = code
          @number = number
          @facts = facts
          @lines = lines
          @words = words
          @doc = HexaPDF::Document.new
          @faces = faces
          @typesetter = Typesetter.new(@doc, faces)
        end

        # {[document, page] => Paper::Layout} of +items+.
        def self.layouts(items)
          items.flat_map do |item|
            item.pages.map.with_index(1) { |page, number| [[item.position, number], layout(page)] }
          end.to_h
        end

        def self.layout(page) = page.box(:media).then { |box| Paper::Layout.new(box.width, box.height) }

        def bytes
          @doc.metadata.title(say(:title, number: @number))
          cover
          @items.each { |item| pages(item) }
          out = StringIO.new("".b)
          @doc.write(out, optimize: true)
          out.string
        end

        private

        def say(key, **facts) = @words.call(key, **facts)

        def cover
          sheet = Sheet.new(@doc, @faces)
          @facts.inject(780) { |top, (name, value)| sheet.label(say(name), value.to_s, top) - 6 }
          Qr.draw(sheet.canvas, mark(*Paper::Mark::COVER, 1), 36, 60, QR_POINTS)
          sheet.write(say(:heading), role: :title, size: 22, leading: 1.2)
          sheet.y -= 8
          @items.each { |item| about(sheet, item) }
          sheet.y -= 8
          @lines.each { |line| paragraph(sheet, line) }
        end

        def about(sheet, item)
          sheet.write(item.title, size: 12)
          sheet.write(say(:pages, count: item.count, record: item.record), size: 9, colour: Sheet::FADED)
          sheet.write(say(:digest, hash: item.sha256.scan(/.{1,4}/).join(" ")), role: :mono, size: 7.5)
          sheet.y -= 6
        end

        def paragraph(sheet, line)
          sheet.write(line, size: 10)
          sheet.y -= 6
        end

        def mark(document, page, corner)
          Paper::Mark.new(code: @code, document: document, page: page, corner: corner).to_s
        end

        def pages(item)
          item.pages.each.with_index(1) do |page, number|
            layout = self.class.layout(page)
            canvas = @doc.pages.add([0, 0, layout.width, layout.height]).canvas
            draw(canvas, page, layout)
            codes(canvas, layout, item, number)
            foot(canvas, layout, say(:foot, number: @number, page: number, pages: item.count, hash: item.sha256[0, 16]))
            item.frames.select { |frame| frame.first == number }.each { |frame| frame(canvas, layout, *frame.drop(1)) }
          end
        end

        def draw(canvas, page, layout)
          box = page.box(:media)
          form = @doc.import(page.to_form_xobject(reference: false))
          x, y = layout.point(-box.left, -box.bottom)
          canvas.save_graphics_state do
            canvas.transform(Paper::Layout::SCALE, 0, 0, Paper::Layout::SCALE, x, y)
            canvas.xobject(form, at: [box.left, box.bottom])
          end
        end

        def codes(canvas, layout, item, number)
          layout.corners.each do |corner, (x, y)|
            Qr.draw(canvas, mark(item.position, number, corner), x, y, layout.side, colour: [0, 0, 0])
          end
        end

        def foot(canvas, layout, text)
          left = layout.corners.fetch(2).first + layout.side + 8
          canvas.fill_color(*Sheet::FADED)
          @typesetter.show(canvas, @faces.settable(text, :text), [:text, FOOT_POINTS], left, Paper::Layout::EDGE + 2)
        end

        def frame(canvas, layout, rectangle, label, text)
          left, bottom, width, height = layout.area(rectangle)
          canvas.stroke_color(*FRAME).line_width(0.5).rectangle(left, bottom, width, height).stroke
          canvas.fill_color(*FRAME)
          above = bottom + height + 3
          @typesetter.show(canvas, @faces.settable(label, :text), [:text, LABEL_POINTS], left, above)
          return if text.to_s.empty?

          canvas.fill_color(*Sheet::INK)
          @typesetter.show(canvas, @faces.settable(text, :text), [:text, 9], left + 2, bottom + (height * 0.3))
        end
      end
    end
  end
end
