# frozen_string_literal: true

require "hexapdf"
require "nokogiri"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # PDF/A-2 and -3 (ISO 19005-2 and 19005-3): which one a file says that it is, what of the rules it does not keep,
      # and how what is made here becomes one. Level "u": all text can be read as Unicode.
      module Archival
        LEVELS = %w[2b 2u 3b 3u].freeze
        UNICODE = %w[2u 3u].freeze
        PDFA = "http://www.aiim.org/pdfa/ns/id/"
        # What there is of levels; anything else is no claim.
        KNOWN = /\A[1-4][abuef]?\z/
        # What a fresh document of ours is: 3, since certificates and reports enclose data.
        OURS = "3u"
        # What the account in a document is to it (ISO 19005-3, 6.8).
        DATA = :Data

        module_function

        # What +doc+ says that it is, such as "2u" or "1b"; nil where it says nothing.
        def claimed(doc)
          stream = doc.catalog[:Metadata]
          return unless stream.is_a?(HexaPDF::Stream)

          xml = Nokogiri::XML(stream.stream, &:nonet)
          part, conformance = %w[part conformance].map { |name| property(xml, name) }
          "#{part}#{conformance}".downcase[KNOWN]
        rescue HexaPDF::Error, Nokogiri::XML::SyntaxError
          nil
        end

        # "2u" => "PDF/A-2u"
        def name(level) = "PDF/A-#{level}"

        def property(xml, name)
          found = xml.at_xpath("//p:#{name}", "p" => PDFA)&.text || xml.at_xpath("//@p:#{name}", "p" => PDFA)&.value
          found&.strip
        end

        # A new document that says that it is one, and is. Fonts are embedded by whoever draws.
        def fresh(level: OURS) = declare(HexaPDF::Document.new, level: level)

        # To be called before anything asks for the metadata of +doc+.
        def declare(doc, level: OURS)
          doc.task(:pdfa, level: level, fixes: [])
          doc
        end

        # Encloses +bytes+ in +doc+ as data that belongs to the whole of it.
        def enclose(doc, bytes, name:, description:, mime_type:)
          spec = doc.files.add(StringIO.new(bytes), name: name, description: description, mime_type: mime_type)
          spec[:AFRelationship] = DATA
          doc.catalog[:AF] = [*doc.catalog[:AF]&.to_a, spec]
          spec
        end

        # +bytes+ as one of level "2u" or "3u", where nothing but the declaration is missing; what says so already stays
        # as it is. Returns [bytes, [Rules::Finding, ...]]: with findings the bytes are those that came.
        def make(bytes)
          doc = Signing.open(bytes)
          return [bytes, []] if UNICODE.include?(claimed(doc)) && Rules.new(doc).findings.empty?
          return [bytes, [Rules.finding(:header)]] if doc.version >= "2.0"

          level = doc.catalog[:Names]&.key?(:EmbeddedFiles) ? "3u" : "2u"
          strip(doc)
          made = written(declare(doc, level: level))
          found = Rules.new(Signing.open(made), level: level).findings
          found.empty? ? [made, []] : [bytes, found]
        rescue *Check::LIBRARY_FAULTS
          [bytes, [Rules.finding(:damaged)]]
        end

        # What may go without anything being lost for a reader: what acts by itself.
        def strip(doc)
          doc.catalog.delete(:OpenAction)
          doc.catalog.delete(:AA)
          doc.pages.each { |page| page.delete(:AA) }
          doc.catalog[:Names]&.delete(:JavaScript)
          doc.acro_form&.delete(:NeedAppearances)
        end

        # The library takes what encloses files for PDF 2.0; ISO 19005-3, 6.1.2, has it in 1.7.
        def written(doc, **options)
          bytes = StringIO.new("".b).tap { |out| doc.write(out, **options) }.string
          bytes.sub(/\A%PDF-2\.0/n, "%PDF-1.7")
        end
      end
    end
  end
end
