# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # Writes text on pages from the top down, in our faces, beside a margin with one fine rule. Points, A4. Nothing
      # that somebody typed keeps a sheet from being made: characters that no face shows are written by their code
      # points.
      class Sheet
        WIDTH = 595
        HEIGHT = 842
        MARGIN = 168
        LEFT = 190
        RIGHT = 552
        TOP = 790
        BOTTOM = 56
        INK = [0x1D, 0x2B, 0x2F].freeze
        FADED = [0x56, 0x62, 0x67].freeze
        RULE = [0xC9, 0xA5, 0x8F].freeze
        VERDIGRIS = [0x1C, 0x6B, 0x66].freeze

        attr_reader :doc, :canvas
        attr_accessor :y

        def initialize(doc, faces)
          @doc = doc
          @faces = faces
          @typesetter = Typesetter.new(doc, faces)
          turn_page
        end

        def turn_page
          @canvas = @doc.pages.add([0, 0, WIDTH, HEIGHT]).canvas
          @canvas.stroke_color(*RULE).line_width(0.6).line(MARGIN, 36, MARGIN, HEIGHT - 36).stroke
          @y = TOP
        end

        # Begins a new page unless +height+ points are left.
        def room_for(height) = y - height < BOTTOM && turn_page

        # Writes +text+ in lines from +left+ to +right+ below the last one.
        def write(text, role: :text, size: 9, colour: INK, left: LEFT, right: RIGHT, leading: 1.4)
          rows(text, role, size, right - left).each do |line|
            room_for(size * leading)
            @y -= size * leading
            place(line, left, y, [role, size], colour)
          end
        end

        # A label above its value, in the margin, at height +top+; returns the height below it.
        def label(name, value, top, role: :text)
          place(name, 36, top - 9, [:text, 7.5], FADED)
          lines = rows(value, role, 9, MARGIN - 46)
          lines.each_with_index { |line, index| place(line, 36, top - 21 - (index * 12), [role, 9]) }
          top - 30 - ((lines.size - 1) * 12)
        end

        def rule
          @y -= 5
          canvas.stroke_color(0xD8, 0xCF, 0xBF).line_width(0.5).line(LEFT, y, RIGHT, y).stroke
          @y -= 3
        end

        # Writes one line at a place. +face+: [role, size in points].
        def place(text, left, baseline, face, colour = INK)
          canvas.fill_color(*colour)
          @typesetter.show(canvas, settable(text, face.first), face, left, baseline)
        end

        def width_of(text, role, size) = @typesetter.width(settable(text, role), role, size)

        # +text+ in rows of at most +width+ points.
        def rows(text, role, size, width) = @typesetter.rows(settable(text, role), role, size, width)

        private

        def settable(text, role) = @faces.settable(text.to_s.tr("\n\t", "  "), role)
      end
    end
  end
end
