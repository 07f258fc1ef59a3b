# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # Sets single lines of text in a document's embedded faces, whatever scripts they mix.
      class Typesetter
        # +doc+: HexaPDF document; +faces+: FontSet.
        def initialize(doc, faces)
          @doc = doc
          @faces = faces
        end

        # Width in points of +text+ at +size+ points. Raises Refused :no_face.
        def width(text, role, size) = runs(text, role).sum { |_, glyphs| glyphs.sum(&:width) } * size / 1000.0

        # Writes +text+ on +canvas+ from +left+ on +baseline+, in the face [role, size].
        def show(canvas, text, (role, size), left, baseline)
          runs(text, role).each do |font, glyphs|
            canvas.font(font, size: size)
              .move_text_cursor(offset: [left, baseline], absolute: true)
              .show_glyphs_only(glyphs)
            left += glyphs.sum(&:width) * size / 1000.0
          end
        end

        # +text+ in rows of at most +most+ points, broken after spaces and hyphens, and within words that are longer
        # than a row.
        def rows(text, role, size, most)
          text.split(/(?<=[ -])/).flat_map do |word|
            pieces(word, role, size, most)
          end.each_with_object([+""]) do |word, rows|
            rows << +"" if !rows.last.empty? && width((rows.last + word).rstrip, role, size) > most
            rows.last << word
          end.map(&:rstrip)
        end

        private

        def pieces(word, role, size, most)
          return [word] if width(word, role, size) <= most

          word.scan(/.{1,#{[(word.length * most / width(word, role, size)).floor, 1].max}}/)
        end

        def runs(text, role)
          @faces.runs(text, role).map { |path, run| @doc.fonts.add(path).then { |font| [font, font.decode_utf8(run)] } }
        end
      end
    end
  end
end
