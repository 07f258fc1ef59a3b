# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # Looks at a PDF when it is captured: can it be read, sent and sealed?
      module Intake
        MOST_BYTES = 50 * 1024 * 1024
        MOST_PAGES = 300
        # What changes a document's look or acts by itself (ISO 32000-2, 12.6.4).
        ACTIVE = %i[JavaScript Launch SubmitForm ImportData Rendition Movie Sound].freeze

        # +pages+: number; +page_sizes+: [[width, height], ...] in points; +problem+: :valid or why it can't be taken.
        Result = Value.of(:pages, :page_sizes, :problem) do
          def valid? = problem == :valid
        end

        module_function

        def call(bytes)
          return refused(:empty) if bytes.empty?
          return refused(:too_large) if bytes.bytesize > MOST_BYTES
          return refused(:not_a_pdf) unless bytes.byteslice(0, Check::HEADER_BYTES).b.match?(Check::HEADER)

          look(Signing.open(bytes))
        rescue HexaPDF::EncryptionError
          refused(:encrypted)
        rescue *Check::LIBRARY_FAULTS
          refused(:damaged)
        end

        def look(doc)
          sizes = doc.pages.map { |page| page.box(:media).then { |box| [box.width.to_f.round(2), box.height.to_f.round(2)] } }
          Result.new(pages: sizes.size, page_sizes: sizes, problem: problem(doc, sizes))
        end

        def problem(doc, sizes)
          return :encrypted if doc.encrypted?
          return :no_pages if sizes.empty?
          return :too_many_pages if sizes.size > MOST_PAGES
          return :signed_before if doc.signatures.count.positive?
          return :xfa if doc.catalog[:AcroForm]&.[](:XFA)

          active?(doc) ? :active_content : :valid
        end

        def active?(doc)
          doc.catalog.key?(:OpenAction) && action?(doc.catalog[:OpenAction]) || doc.catalog.key?(:AA) ||
            doc.each(only_current: true).any? { |object| object.value.is_a?(Hash) && action?(object) }
        end

        def action?(object) = object.respond_to?(:value) && object.value.is_a?(Hash) && ACTIVE.include?(object.value[:S])

        def refused(problem) = Result.new(pages: 0, page_sizes: [], problem: problem)
      end
    end
  end
end
