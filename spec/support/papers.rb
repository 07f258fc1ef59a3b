# frozen_string_literal: true

require "hexapdf"
require "stringio"

# Printed copies, and what a scanner or a camera makes of them.
module Papers
  # A page as a scanner gives it: turned by +degrees+ clockwise, at +scale+, on a larger sheet; +written+: [[x, y,
  # text], ...] as by pen, in points of the printed sheet.
  Scanned = Struct.new(:number, :degrees, :scale, :written, keyword_init: true)

  # +pages+: [Scanned, ...] of +pack+. Returns a PDF in which every page is a picture, as of a scanner.
  def scan(pack, pages)
    source = HexaPDF::Document.new(io: StringIO.new(pack))
    doc = HexaPDF::Document.new
    pages.each { |page| lay(doc, source.pages[page.number], page) }
    out = StringIO.new("".b)
    doc.write(out)
    pictures(out.string)
  end

  # All pages of +pack+ but the cover, signed: [[page, x, y, text], ...].
  def all_pages(pack, written, degrees: 1.5)
    count = HexaPDF::Document.new(io: StringIO.new(pack)).pages.count
    (1...count).map do |number|
      own = written.select { |page, *| page == number }.map { |one| one.drop(1) }
      Scanned.new(number: number, degrees: degrees, scale: 0.98, written: own)
    end
  end

  # The places of the fields of +party+ with a word written into each: [[page of the pack, x, y, text], ...].
  def by_pen(copy, party, words = {})
    party.spots_on(document(copy.docket)).map do |spot|
      left, bottom, = copy.layouts.fetch([1, spot.page]).area(spot.rectangle)
      [spot.page, left + 4, bottom + 6, words.fetch(spot.kind, "x")]
    end
  end

  private

  def lay(doc, page, scanned)
    form = doc.import(page.to_form_xobject(reference: false))
    wide = page.box.width
    tall = page.box.height
    canvas = doc.pages.add([0, 0, wide + 80, tall + 80]).canvas
    canvas.translate((wide + 80) / 2, (tall + 80) / 2) do
      canvas.rotate(-scanned.degrees) do
        canvas.scale(scanned.scale) do
          canvas.xobject(form, at: [-wide / 2, -tall / 2])
          canvas.font("Times", size: 14, variant: :italic).fill_color(20, 30, 140)
          scanned.written.each { |x, y, text| canvas.text(text, at: [x - (wide / 2), y - (tall / 2)]) }
        end
      end
    end
  end

  def pictures(bytes)
    Dir.mktmpdir do |folder|
      File.binwrite("#{folder}/drawn.pdf", bytes)
      system("pdftoppm", "-r", "150", "-jpeg", "drawn.pdf", "p", chdir: folder, exception: true)
      doc = HexaPDF::Document.new
      Dir["#{folder}/p*.jpg"].each do |path|
        image = doc.images.add(path)
        size = [image.width, image.height].map { |pixels| pixels * 72.0 / 150 }
        doc.pages.add([0, 0, *size]).canvas.image(image, at: [0, 0], width: size[0], height: size[1])
      end
      StringIO.new("".b).tap { |out| doc.write(out) }.string
    end
  end
end
