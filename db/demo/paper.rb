# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Demo
    # Writes documents as the Trust would: letterhead, reference table, numbered clauses, schedules, signature lines.
    class Paper
      WIDTH = 595
      HEIGHT = 842
      LEFT = 70
      RIGHT = 525
      BOTTOM = 78
      INK = [0x22, 0x28, 0x2C].freeze
      SOFT = [0x5B, 0x64, 0x68].freeze
      BLUE = [0x2A, 0x4A, 0x63].freeze
      GAP_AFTER_LINE = 3

      # [{kind:, page:, place: [x, y], width:, height:, settings:}, ...]: what the first party is asked to fill in.
      attr_reader :asked

      # [{page:, signature: [x, y], date: [x, y], name: [x, y]}, ...]: where the signature lines begin, in order.
      attr_reader :lines

      def initialize(faces, reference)
        @doc = HexaPDF::Document.new
        @typesetter = Core::Pdf::Typesetter.new(@doc, faces)
        @reference = reference
        @lines = []
        @asked = []
        new_page
        letterhead
      end

      def bytes
        foot_all
        StringIO.new("".b).tap { |out| @doc.write(out, optimize: true) }.string
      end

      def title(text, under = nil)
        @y -= 14
        write(text, role: :title, size: 19, leading: 1.25)
        write(under, size: 10.5, colour: SOFT) if under
        @y -= 8
      end

      def text(text, indent: 0) = write(text, left: LEFT + indent).then { @y -= 6 }

      def heading(text)
        room(60)
        @y -= 8
        write(text, role: :title, size: 13)
        @y -= 3
      end

      def clause(number, heading, text)
        room(52)
        place(number.to_s, LEFT, @y - 13, :bold, 10)
        write(heading, role: :bold, left: LEFT + 26)
        write(text, left: LEFT + 26)
        @y -= 8
      end

      # Rows of [label, value] between fine rules.
      def facts(rows)
        rows.each do |label, value|
          room(22)
          place(label, LEFT, @y - 13, :text, 9, SOFT)
          place(value, LEFT + 150, @y - 13, :text, 10)
          @y -= 19
          rule(0.4)
        end
        @y -= 10
      end

      # A table; +widths+ in points.
      def table(head, rows, widths)
        lefts = widths.each_with_object([LEFT]) { |width, all| all << (all.last + width) }
        room(60)
        row(head, lefts, :bold, 8.5)
        rule(0.9)
        rows.each do |cells|
          room(20)
          row(cells, lefts, :text, 9)
          rule(0.3)
        end
        @y -= 10
      end

      # A block to sign in: a line for the signature, one for the date, one for the name.
      # Labels with lines to be filled in, two side by side: [[label, kind, settings], ...].
      def asks(list)
        list.each_slice(2) do |pair|
          room(30)
          @y -= 26
          pair.each_with_index do |(label, kind, settings), column|
            at = [LEFT + 118 + (column * 238), @y]
            labelled_line(label, at, 98, label_width: 118)
            @asked << {
              kind: kind,
              page: @doc.pages.count,
              place: [at[0] + 2, at[1] + 1],
              width: 94,
              height: 15,
              settings: { "label" => label, **settings }
            }
          end
        end
        @y -= 6
      end

      # A small box before a sentence.
      def ask_tick(label, settings)
        room(24)
        @y -= 22
        @canvas.stroke_color(0x8A, 0x92, 0x96).line_width(0.8).rectangle(LEFT, @y, 11, 11).stroke
        place(label, LEFT + 20, @y + 2, :text, 10)
        @asked << {
          kind: "tick",
          page: @doc.pages.count,
          place: [LEFT, @y],
          width: 11,
          height: 11,
          settings: { "label" => label, **settings }
        }
      end

      def signature_block(whom)
        room(96)
        @y -= 10
        place(whom, LEFT, @y - 12, :bold, 10)
        @y -= 52
        signature = [LEFT + 62, @y]
        date = [LEFT + 322, @y]
        labelled_line("Signature", signature, 190)
        labelled_line("Date", date, 120, label_width: 28)
        @y -= 28
        name = [LEFT + 62, @y]
        labelled_line("Name", name, 190)
        @y -= 14
        @lines << { page: @doc.pages.count, signature: signature, date: date, name: name }
      end

      private

      def new_page
        @canvas = @doc.pages.add([0, 0, WIDTH, HEIGHT]).canvas
        @y = 782
      end

      def room(height) = @y - height < BOTTOM && new_page

      def letterhead
        @canvas.stroke_color(*BLUE).line_width(2.2)
        @canvas.polyline(LEFT, 770, LEFT + 9, 779, LEFT + 18, 770, LEFT + 27, 779, LEFT + 36, 770).stroke
        @canvas.polyline(LEFT, 762, LEFT + 9, 771, LEFT + 18, 762, LEFT + 27, 771, LEFT + 36, 762).stroke
        place("Ravensholm Harbour Trust", LEFT + 48, 771, :title, 15, BLUE)
        place(
          "Custom House, Lantern Quay, Ravensholm · 0000 41 20 · records@ravensholm.example",
          LEFT + 48,
          758,
          :text,
          8,
          SOFT
        )
        place(@reference, RIGHT - width(@reference, :mono, 8.5), 771, :mono, 8.5, SOFT)
        @canvas.stroke_color(*BLUE).line_width(0.8).line(LEFT, 748, RIGHT, 748).stroke
        @y = 738
      end

      def foot_all
        total = @doc.pages.count
        @doc.pages.each.with_index(1) do |page, number|
          @canvas = page.canvas(type: :overlay)
          @canvas.stroke_color(0xB9, 0xC0, 0xC4).line_width(0.4).line(LEFT, 52, RIGHT, 52).stroke
          place("Ravensholm Harbour Trust, #{@reference}", LEFT, 40, :text, 7.5, SOFT)
          text = "page #{number} of #{total}"
          place(text, RIGHT - width(text, :text, 7.5), 40, :text, 7.5, SOFT)
        end
      end

      def labelled_line(label, at, length, label_width: 62)
        x, y = at
        place(label, x - label_width, y + GAP_AFTER_LINE, :text, 9, SOFT)
        @canvas.stroke_color(0x8A, 0x92, 0x96).line_width(0.6).line(x, y, x + length, y).stroke
      end

      def rule(weight)
        @canvas.stroke_color(0xC4, 0xCA, 0xCD).line_width(weight).line(LEFT, @y, RIGHT, @y).stroke
      end

      def row(cells, lefts, role, size)
        cells.each_with_index { |cell, index| place(cell.to_s, lefts[index], @y - 12, role, size) }
        @y -= 17
      end

      def write(text, role: :text, size: 10, colour: INK, left: LEFT, leading: 1.45)
        wrap(text, role, size, RIGHT - left).each do |line|
          room(size * leading)
          @y -= size * leading
          place(line, left, @y, role, size, colour)
        end
      end

      def wrap(text, role, size, room)
        text.split.each_with_object([+""]) do |word, found|
          longer = found.last.empty? ? word : "#{found.last} #{word}"
          width(longer, role, size) > room ? found << +word : found[-1] = longer
        end
      end

      def place(text, left, baseline, role, size, colour = INK)
        @canvas.fill_color(*colour)
        @typesetter.show(@canvas, text, [role, size], left, baseline)
      end

      def width(text, role, size) = @typesetter.width(text, role, size)
    end
  end
end
