# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      module Intake
        # What a readable PDF holds besides plain pages.
        class Inside
          # Actions that do something by themselves or change what is seen (ISO 32000-2, 12.6.4).
          ACTIVE = %i[
            JavaScript
            Launch
            SubmitForm
            ImportData
            Rendition
            Movie
            Sound
            GoToE
            Hide
            SetOCGState
            ResetForm
            RichMediaExecute
          ].freeze
          # These leave the document; as a link they wait for a click, on opening they don't.
          ON_OPENING = (ACTIVE + %i[URI GoToR]).freeze
          # Annotations that play or show something else than the page (ISO 32000-2, 12.5.6).
          MEDIA = %i[RichMedia Screen Movie Sound 3D].freeze

          def initialize(doc)
            @doc = doc
            @pages = doc.pages.each_with_index.map { |page, index| PageParts.new(page, index + 1) }
          end

          def findings = page_findings + [*active, *forms, *layers, *attachments, *external, *archival]

          # Every page shows pictures and sets no text.
          def scan? = @pages.all? { |page| page.images? && page.fonts.empty? }

          private

          def finding(code, page = nil, **facts) = Finding.new(code: code, page: page, facts: facts)
          def catalog = @doc.catalog

          # Which PDF/A it says that it is, and whether that is so as far as is looked.
          def archival
            level = Archival.claimed(@doc) or return []
            broken = Archival::Rules.new(@doc, level: level).findings.map(&:clause).uniq
            return [finding(:archival, level: Archival.name(level))] if broken.empty?

            [finding(:archival_not, level: Archival.name(level), clauses: broken.first(5).join(", "))]
          end

          def page_findings
            @pages.flat_map do |page|
              missing = missing_fonts(page)
              [
                (finding(:active_content, page.number) if page.actions.any? { |action| ACTIVE.include?(action) }),
                (finding(:embedded_media, page.number) if page.annotation_kinds.any? { |kind| MEDIA.include?(kind) }),
                (finding(:attachments, page.number) if page.annotation_kinds.include?(:FileAttachment)),
                (finding(:fonts_missing, page.number, fonts: missing.join(", ")) if missing.any?)
              ].compact
            end
          end

          def missing_fonts(page)
            page.fonts.reject { |font| PageParts.embedded?(font) }.map { |font| PageParts.name(font) }.uniq.sort
          end

          # Actions of the whole document, and those that hang where no page shows them.
          def active
            return [] if @pages.any? { |page| page.actions.any? { |action| ACTIVE.include?(action) } }

            whole = ON_OPENING.include?(PageParts.action(catalog[:OpenAction])) || catalog.key?(:AA) ||
              @doc.each(only_current: true).any? do |object|
                ACTIVE.include?(PageParts.action(object))
              end
            whole ? [finding(:active_content)] : []
          end

          def forms
            form = catalog[:AcroForm] or return []
            # ISO 32000-1, 7.7.2, NeedsRendering: the pages are made by the reader, so there is nothing to flatten.
            return [finding(catalog[:NeedsRendering] ? :xfa_dynamic : :xfa)] if form[:XFA]
            return [finding(:signed_before)] if @doc.signatures.any?

            form[:Fields].to_a.compact.empty? ? [] : [finding(:form_fields)]
          end

          # ISO 32000-2, 8.11.4: groups that are off at first hide what they hold.
          def layers
            groups = catalog[:OCProperties]&.[](:OCGs).to_a.compact
            return [] if groups.empty?

            usual = catalog[:OCProperties][:D]
            hidden = usual && (usual[:BaseState] == :OFF || usual[:OFF].to_a.any?)
            [finding(hidden ? :hidden_layers : :layers, nil, count: groups.size)]
          end

          def attachments = catalog[:Names]&.key?(:EmbeddedFiles) ? [finding(:attachments)] : []

          # ISO 32000-2, 7.3.8.2: a stream whose data lies in another file.
          def external
            outside = @doc.each(only_current: true).any? do |object|
              object.is_a?(HexaPDF::Stream) && object.value.key?(:F) && object.value[:Type] != :EmbeddedFile
            end
            outside ? [finding(:external_content)] : []
          end
        end
      end
    end
  end
end
