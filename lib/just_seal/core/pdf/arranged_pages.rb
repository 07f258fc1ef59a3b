# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # A PDF of pages of others, in an order and turned as is said. What is seen goes along; forms, signatures and
      # whatever else is not on a page does not. What is made of PDF/A is PDF/A again.
      module ArrangedPages
        TURNS = [0, 90, 180, 270].freeze
        # Annotations that are parts of a form.
        WIDGET = :Widget

        # +source+: key of the PDF; +page+: from 1; +turn+: degrees clockwise, one of TURNS.
        Place = Value.of(:source, :page, :turn)

        module_function

        # +sources+: {key => bytes}; +places+: [Place, ...]. Raises Refused :no_such_page.
        def call(sources, places)
          docs = sources.transform_values { |bytes| HexaPDF::Document.new(io: StringIO.new(bytes.b)) }
          made = HexaPDF::Document.new
          places.each { |place| made.pages << taken(made, docs.fetch(place.source), place) }
          bytes = StringIO.new("".b).tap { |out| made.write(out, optimize: true) }.string
          docs.each_value.all? { |doc| Archival.claimed(doc) } ? Archival.make(bytes).first : bytes
        end

        def taken(made, doc, place)
          raise Refused.new(:no_such_page, page: place.page) unless place.page.between?(1, doc.pages.count)

          made.import(doc.pages[place.page - 1].deep_copy).tap do |page|
            plain = page[:Annots].to_a.reject { |annotation| annotation && annotation[:Subtype] == WIDGET }
            page[:Annots] = plain if page.key?(:Annots)
            page[:Rotate] = ((page[:Rotate] || 0) + place.turn) % 360 if place.turn.positive?
          end
        end
      end
    end
  end
end
