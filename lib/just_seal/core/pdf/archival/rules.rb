# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      module Archival
        # What a document does not keep of ISO 19005-2 (and -3), as far as that is looked at here: file, metadata,
        # colours, fonts, pictures, actions, annotations, forms and enclosed files. Not looked at: what content streams
        # do beyond the resources that they name, glyph widths, and the schemas of extended metadata.
        class Rules
          # +code+: symbol; +clause+: of ISO 19005-2; +where+: number of an object, nil for the whole file.
          Finding = Value.of(:code, :clause, :where)
          CLAUSES = {
            damaged: "6.1",
            header: "6.1.2",
            encrypted: "6.1.3",
            no_identifier: "6.1.3",
            filter: "6.1.7.2",
            no_colour: "6.2.3",
            picture: "6.2.8",
            embedded_postscript: "6.2.9",
            graphics_state: "6.2.5",
            font_missing: "6.2.11.4",
            no_unicode: "6.2.11.7",
            annotation: "6.3.1",
            hidden: "6.3.2",
            no_appearance: "6.3.3",
            form: "6.4.1",
            dynamic_form: "6.4.2",
            action: "6.5.1",
            acts_by_itself: "6.5.2",
            no_metadata: "6.6.2",
            other_level: "6.6.4",
            enclosed: "6.8"
          }.freeze
          HEADER = /\A%PDF-1\.[0-7][\r\n]/n
          FILTERS = %i[LZWDecode LZW Crypt].freeze
          ANNOTATIONS = %i[3D Sound Screen Movie RichMedia Projection].freeze
          ACTIONS = %i[
            Launch Sound Movie ResetForm ImportData JavaScript Hide SetOCGState Rendition Trans GoTo3DView
          ].freeze
          # Of simple fonts whose names of glyphs are known without a table (6.2.11.7.2).
          ENCODINGS = %i[WinAnsiEncoding MacRomanEncoding MacExpertEncoding].freeze
          FLAGS = { hidden: 2, print: 4, no_view: 32, invisible: 1, toggle_no_view: 256 }.freeze

          def self.finding(code, where = nil) = Finding.new(code: code, clause: CLAUSES.fetch(code), where: where)

          # +level+: what it has to say; nil for whichever of Archival::LEVELS.
          def initialize(doc, level: nil)
            @doc = doc
            @level = level
          end

          # [Finding, ...], none twice.
          def findings
            @findings = []
            file
            metadata
            colours
            forms
            @doc.each { |object| object(object) }
            @doc.pages.each { |page| page.each_annotation { |one| annotation(one) } }
            enclosed
            @findings.uniq
          rescue *Check::LIBRARY_FAULTS # what is there is of no kind that the library knows
            find(:damaged)
            @findings.uniq
          end

          private

          def find(code, object = nil)
            @findings << self.class.finding(code, object&.oid)
          end

          def file
            @doc.revisions.parser.io.then do |io|
              io.pos = 0
              find(:header) unless io.read(9).to_s.b.match?(HEADER)
            end
            find(:encrypted) if @doc.encrypted?
            find(:no_identifier) unless @doc.trailer[:ID]
          end

          def metadata
            claimed = Archival.claimed(@doc)
            return find(:no_metadata) unless claimed

            find(:other_level) unless @level ? claimed == @level : LEVELS.include?(claimed)
            @unicode = claimed.end_with?("u")
            @encloses = claimed.start_with?("3")
          end

          def colours
            intents = @doc.catalog[:OutputIntents].to_a
            archival = intents.find { |one| one[:S] == :GTS_PDFA1 }
            find(:no_colour) unless archival && archival[:DestOutputProfile]
          end

          def forms
            find(:acts_by_itself) if @doc.catalog.key?(:AA)
            form = @doc.catalog[:AcroForm] or return
            find(:form) if form[:NeedAppearances]
            find(:dynamic_form) if form.key?(:XFA) || @doc.catalog.key?(:NeedsRendering)
          end

          def object(object)
            value = object.value
            return unless value.is_a?(Hash)

            find(:filter, object) if filters(value).any? { |name| FILTERS.include?(name) }
            find(:action, object) if ACTIONS.include?(value[:S]) && action?(value)
            find(:acts_by_itself, object) if value.key?(:AA) && %i[Page Annot].include?(value[:Type])
            typed(object, value)
          end

          def filters(value)
            named = @doc.deref(value[:Filter])
            named.respond_to?(:to_ary) || named.is_a?(HexaPDF::PDFArray) ? named.to_a : [named]
          end

          def action?(value)
            value[:Type] == :Action || %i[JS F Win D Sound Movie Fields].any? { |key| value.key?(key) }
          end

          def typed(object, value)
            find(:graphics_state, object) if value[:Type] == :ExtGState && transfers?(value)
            fonts(value)
            case value[:Subtype]
            when :Image then picture(object, value)
            when :PS then find(:embedded_postscript, object)
            when :Form then find(:embedded_postscript, object) if value[:Subtype2] == :PS || value.key?(:PS)
            end
          end

          def transfers?(value) = value.key?(:TR) || (value.key?(:TR2) && value[:TR2] != :Default)

          def picture(object, value)
            find(:picture, object) if value.key?(:Alternates) || value.key?(:OPI) || value[:Interpolate] == true
          end

          # Those that something is drawn with; what forms merely offer is in no resources.
          def fonts(value)
            resources = @doc.deref(value[:Resources]) or return
            named = @doc.deref(resources[:Font]) or return
            plain(named).each_value { |font| @doc.deref(font).then { |one| font(one, plain(one)) } }
          end

          def plain(one) = one.is_a?(HexaPDF::Object) ? one.value : one

          def font(object, value)
            return if value[:Subtype] == :Type3

            descendants = @doc.deref(value[:DescendantFonts])
            bearer = descendants ? @doc.deref(descendants[0]) : object
            find(:font_missing, object) unless file?(bearer)
            find(:no_unicode, object) if @unicode && !readable?(value)
          end

          def file?(bearer)
            descriptor = @doc.deref(bearer[:FontDescriptor])
            descriptor && %i[FontFile FontFile2 FontFile3].any? { |key| descriptor.key?(key) }
          end

          def readable?(value)
            return true if value.key?(:ToUnicode)

            encoding = @doc.deref(value[:Encoding])
            encoding = encoding[:BaseEncoding] if encoding.respond_to?(:key?) && !encoding.key?(:Differences)
            value[:Subtype] != :Type0 && ENCODINGS.include?(encoding)
          end

          # 6.3: what is shown is printed, and has one look.
          def annotation(one)
            find(:annotation, one) if ANNOTATIONS.include?(one[:Subtype])
            return if one[:Subtype] == :Popup

            flags = one[:F].to_i
            covers = FLAGS.except(:print).values.any? { |bit| flags.anybits?(bit) }
            find(:hidden, one) if covers || flags.nobits?(FLAGS.fetch(:print))
            find(:no_appearance, one) unless one.key?(:AP) || empty?(one) || one[:Subtype] == :Link
          end

          def empty?(one)
            box = one[:Rect]
            box.width.zero? && box.height.zero?
          end

          # ISO 19005-2, 6.8: nothing but PDF/A; 19005-3, 6.8: anything that says what it is to the document.
          def enclosed
            known = @doc.catalog[:AF]&.to_a&.map { |spec| @doc.deref(spec) } || []
            @doc.files.each(search: true) do |spec|
              find(:enclosed, spec) if spec.key?(:EF) && !(@encloses && known.include?(spec) && described?(spec))
            end
          end

          def described?(spec) = spec.key?(:AFRelationship) && !spec.embedded_file_stream[:Subtype].nil?
        end
      end
    end
  end
end
