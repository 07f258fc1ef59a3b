# frozen_string_literal: true

module JustSeal
  module Operations
    # The pages of a paper copy as they came back, upright and straight.
    class PaperScanned < Operation
      # Around a place that is cut out, in points of the sheet.
      AROUND = 1.5

      # +copy+: Store::PaperCopy whose pages are all there.
      def initialize(copy)
        super()
        @copy = copy
        @layouts = copy.layouts
      end

      # As Core::Pdf::ApplyPartySignature takes them, of +document+ (Store::DocketDocument).
      def of(document)
        bytes = bytes_of(document.position)
        file = {
          name: "#{@copy.name.tr(" ", "-")}-#{document.position}.pdf",
          bytes: bytes,
          description: title
        }
        { sheets: sheets(document.position), file: file }
      end

      # {position => SHA-256 of the scan that goes with the document}
      def hashes
        @copy.docket.to_sign.to_h { |one| [one.position, Core::Ledger::Entry.digest(bytes_of(one.position))] }
      end

      # All pages in one file.
      def whole = @whole ||= Core::Pdf::PaperScan.call(@layouts.keys.map { |sheet| sheet(sheet) }, title: title)

      # PNG of what stands on the paper in the place of +spot+ (Core::Fields::FieldPlacement).
      def part(spot)
        layout = @layouts.fetch([spot.document, spot.page])
        left, bottom, width, height = layout.area(spot.rectangle)
        area = [left - AROUND, bottom - AROUND, width + (2 * AROUND), height + (2 * AROUND)]
        office.paper.part(bytes_of(spot.document), spot.page, area, layout.height)
      end

      private

      def title = I18n.t("in_document.paper.scan", number: @copy.name)

      def bytes_of(position)
        (@bytes ||= {})[position] ||= Core::Pdf::PaperScan.call(sheets(position), title: title)
      end

      def sheets(position) = @layouts.keys.select { |document, _| document == position }.map { |sheet| sheet(sheet) }

      # [layout, alignment, JPEG]
      def sheet(sheet)
        placed = @copy.matching.placed.fetch(sheet)
        [@layouts.fetch(sheet), placed.alignment, jpeg(placed.picture.id)]
      end

      def jpeg(id)
        @hashes ||= @copy.pictures.to_h { |picture| [picture.id, picture.sha256] }
        (@jpegs ||= {})[id] ||= office.blobs.get(@hashes.fetch(id))
      end
    end
  end
end
