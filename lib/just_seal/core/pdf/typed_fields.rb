# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # Finds the places of fields that were typed into a text, by the links that stand in their places, and takes the
      # links out of the PDF.
      module TypedFields
        LINK = Documents::Written::FlatOdt::FIELD_LINK

        # +bytes+: without the links; +places+: {number of the field => [page, x, y, width, height]} in points
        Result = Value.of(:bytes, :places)

        module_function

        def call(bytes)
          doc = HexaPDF::Document.new(io: StringIO.new(bytes.b))
          places = {}
          doc.pages.each.with_index(1) do |page, number|
            found, others = page[:Annots].to_a.partition { |annotation| number_of(annotation) }
            found.each { |annotation| places[number_of(annotation)] ||= place(annotation, number) }
            page[:Annots] = others unless found.empty?
            page.delete(:Annots) if others.empty?
          end
          forget(doc)
          Result.new(bytes: written(doc), places: places)
        end

        def number_of(annotation)
          address = annotation[:A] && annotation[:A][:URI].to_s
          address[LINK.length..].to_i if address&.start_with?(LINK)
        end

        def place(annotation, page)
          left, bottom, right, top = annotation[:Rect].value
          [page, left.round(2), bottom.round(2), (right - left).round(2), (top - bottom).round(2)]
        end

        # The structure of the document names its links as well.
        def forget(doc)
          tree = doc.catalog[:StructTreeRoot] or return
          waiting = [tree]
          until waiting.empty?
            kids = waiting.shift[:K]
            list = kids.is_a?(HexaPDF::PDFArray) ? kids.to_a : [kids]
            list.grep(HexaPDF::Dictionary).each { |kid| gone?(kid) ? kid.delete(:Obj) : waiting << kid }
          end
        end

        def gone?(kid) = kid[:Type] == :OBJR && kid[:Obj].is_a?(HexaPDF::Dictionary) && !number_of(kid[:Obj]).nil?

        def written(doc) = StringIO.new("".b).tap { |out| doc.write(out) }.string
      end
    end
  end
end
