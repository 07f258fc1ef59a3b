# frozen_string_literal: true

require "hexapdf"
require "hexapdf/font/true_type"

module JustSeal
  module Core
    module Pdf
      # The typefaces that are embedded into documents, and which of them can show a text.
      #
      # Roles: :hand (a typed signature), :text, :bold, :title, :mono. Each role is a list of TrueType files; the
      # first that has a character shows it. What each has is read when the set is made, and never changes: a set may be
      # used by many threads.
      class FontSet
        # Characters from here on are in no face.
        END_OF_CODES = 0x20000
        # The tables of this format (ISO/IEC 14496-22, cmap) know none from here on.
        BASIC_FORMAT = 4
        END_OF_BASIC = 0x10000
        BYTE = 8

        # +roles+: {role => [path, ...]}.
        def initialize(roles)
          @roles = roles.freeze
          @covers = roles.values.flatten.uniq.to_h { |path| [path, coverage(path)] }.freeze
          freeze
        end

        # [[path, text], ...]: +text+ (NFC) in pieces, each with the face that shows it. Raises Refused :no_face.
        def runs(text, role)
          gaps = missing(text, role)
          raise Refused.new(:no_face, characters: gaps.join) unless gaps.empty?

          text.unicode_normalize(:nfc).each_grapheme_cluster.map { |cluster| [path_for(cluster, role), cluster] }
            .chunk_while { |(one, _), (two, _)| one == two }.map { |run| [run.first.first, run.map(&:last).join] }
        end

        # The characters of +text+ that no face of +role+ can show, or that would come out in the wrong shape or order.
        def missing(text, role)
          text.unicode_normalize(:nfc).each_grapheme_cluster.reject do |cluster|
            plain?(cluster) && path_for(cluster, role)
          end.uniq
        end

        # +text+ as it can always be set: what no face shows stands there by its code points, like [U+0644].
        def settable(text, role)
          gaps = missing(text, role)
          if gaps.empty?
            text
          else
            text.unicode_normalize(:nfc).each_grapheme_cluster.map do |cluster|
              if gaps.include?(cluster)
                "[#{cluster.codepoints.map do |code|
                  format("U+%04X", code)
                end.join(" ")}]"
              else
                cluster
              end
            end.join
          end
        end

        private

        # Joined and right-to-left scripts need shaping, which the PDF library does not do.
        SHAPED_SCRIPTS = %w[
          Arabic
          Hebrew
          Syriac
          Thaana
          Nko
          Devanagari
          Bengali
          Gurmukhi
          Gujarati
          Oriya
          Tamil
          Telugu
          Kannada
          Malayalam
          Sinhala
          Thai
          Lao
          Tibetan
          Myanmar
          Khmer
          Mongolian
        ].freeze
        SHAPED = /[#{SHAPED_SCRIPTS.map { |script| "\\p{#{script}}" }.join}]/
        # One mark on a letter for which Unicode has no composed form falls where the face puts it; a second one would
        # fall on top of it.
        STACKED = /\p{M}.*\p{M}/
        private_constant :SHAPED_SCRIPTS, :SHAPED, :STACKED

        def plain?(cluster) = !cluster.match?(SHAPED) && !cluster.match?(STACKED)

        def path_for(cluster, role)
          @roles.fetch(role).find { |path| cluster.each_codepoint.all? { |code| glyph?(path, code) } }
        end

        def glyph?(path, code)
          code == 32 || (code < END_OF_CODES && @covers.fetch(path).getbyte(code / BYTE)[code % BYTE] == 1)
        end

        # A bit for each code: has the face at +path+ a glyph for it?
        def coverage(path)
          File.open(path, "rb") do |file|
            table = HexaPDF::Font::TrueType::Font.new(file)[:cmap].preferred_table
            bytes = Array.new(END_OF_CODES / BYTE, 0)
            last = table.format == BASIC_FORMAT ? END_OF_BASIC : END_OF_CODES
            last.times { |code| bytes[code / BYTE] |= 1 << (code % BYTE) if table[code].to_i.positive? }
            bytes.pack("C*").freeze
          end
        end
      end
    end
  end
end
