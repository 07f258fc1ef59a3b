# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Operations
    # Draws the pages of a file that came back on paper, and reads the codes on them. Safe to run twice.
    class ReadPaper < Operation
      MAX_PAGES = 200
      # Of a photograph, in points for a pixel: as of a scan at 200 dots an inch.
      POINTS_PER_PIXEL = 72.0 / 200
      # What a PDF page may measure (ISO 32000-2, annex C).
      MAX_POINTS = 14_000
      CONFINED = { seconds: 30, megabytes: 900 }.freeze
      # What the library makes of files that are none.
      BROKEN = [HexaPDF::Error, Zlib::Error, ArgumentError, NoMethodError, TypeError].freeze

      # [[PDF of one page, its longer side in points], ...]
      def self.sheets(bytes, media)
        scan = Core::Pdf::ScannedPages.new(media == "pdf" ? bytes : picture(bytes))
        if scan.count > MAX_PAGES
          raise Errors::Invalid,
            { "scan" => Core::Problem.new(:too_many_pages, limit: MAX_PAGES) }
        end

        (1..scan.count).map { |number| [scan.alone(number), scan.longest(number)] }
      rescue *BROKEN
        raise Errors::Invalid, { "scan" => :scan_unreadable }
      end

      def self.picture(bytes)
        doc = HexaPDF::Document.new
        image = doc.images.add(StringIO.new(bytes))
        width, height = [image.width, image.height].map { |side| [side * POINTS_PER_PIXEL, MAX_POINTS].min }
        doc.pages.add([0, 0, width, height]).canvas.image(image, at: [0, 0], width: width, height: height)
        StringIO.new("".b).tap { |out| doc.write(out) }.string
      end
      private_class_method :picture

      # Returns the Store::PaperFile; nil where nothing was to be done.
      def call(file_id)
        file = Store::PaperFile[file_id]
        return unless file&.state == "waiting"

        pages = read(file)
        transaction { keep(file.id, pages) }
      rescue Errors::Invalid
        transaction { unreadable(file_id) }
      rescue Errors::Unavailable => e
        raise unless e.reason == :scan_not_read

        transaction { unreadable(file_id) }
      end

      private

      # [Ports::PaperReader::Page, ...]
      def read(file)
        bytes = office.blobs.get(file.sha256)
        sheets = Ports::Confined.call(field: "scan", **CONFINED) { self.class.sheets(bytes, file.media) }
        sheets.map { |sheet, points| office.paper.page(sheet, points: points) }
      end

      def keep(id, pages)
        file = Store::PaperFile.where(id: id, state: "waiting").for_update.first or return
        pages.each.with_index(1) do |page, number|
          Store::PaperPicture.create(file_id: id, page: number, **picture(page))
        end
        file.update(state: "read")
        known = pages.count { |page| page.marks.any? { |mark, _| mark.code == file.copy.code } }
        tell(file, "paper.read", "pages" => pages.size, "known" => known)
      end

      def picture(page)
        marks = page.marks.map { |mark, middle| [mark.to_s, middle] }
        sizes = page.to_h.slice(:width, :height)
        { sha256: office.blobs.put(page.jpeg), marks: Sequel.pg_jsonb(marks), **sizes }
      end

      def unreadable(id)
        file = Store::PaperFile.where(id: id, state: "waiting").for_update.first or return
        file.update(state: "unreadable")
        tell(file, "paper.unreadable")
      end

      def tell(file, kind, facts = {})
        told = { "copy" => file.copy.number, "file_name" => file.file_name, "sha256" => file.sha256, **facts }
        record_event(file.copy.docket, kind, Core::Actor::SYSTEM, told)
        file
      end
    end
  end
end
