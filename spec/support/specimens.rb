# frozen_string_literal: true

require "hexapdf"
require "open3"
require "stringio"
require "tempfile"

# PDFs to work on, and outside programs to judge them.
module Specimens
  FACES = JustSeal::Core::Pdf::FontSet.new(JustSeal::Office::FACES)

  # A plain PDF; each text becomes a page.
  def pdf(*texts, **options)
    texts = ["Berth licence", "Signed at Ravensholm"] if texts.empty?
    doc = HexaPDF::Document.new
    texts.each { |text| doc.pages.add.canvas.font("Helvetica", size: 18).text(text, at: [90, 700]) }
    yield doc if block_given?
    StringIO.new("".b).tap { |out| doc.write(out, **options) }.string
  end

  def spot(party, kind, y, page: 1)
    JustSeal::Core::Fields::FieldPlacement.new(
      name: "#{party}-#{kind}-1",
      kind: kind,
      party: party,
      document: 1,
      page: page,
      x: 90,
      y: y,
      width: 160,
      height: 30,
      label: "#{kind}, #{party}"
    )
  end

  # Adds an incremental update that +block+ makes on the document.
  def updated(bytes)
    doc = JustSeal::Core::Pdf::Signing.open(bytes)
    yield doc
    StringIO.new("".b).tap { |out| doc.write(out, incremental: true) }.string
  end

  def flipped(bytes, position)
    bytes.dup.tap { |copy| copy.setbyte(position, copy.getbyte(position) ^ 0x01) }
  end

  # The text of a PDF, as poppler reads it.
  def words_of(bytes, *options)
    Tempfile.create(["specimen", ".pdf"], binmode: true) do |file|
      file.write(bytes)
      file.flush
      Open3.capture2e("pdftotext", *options, file.path, "-").first
    end
  end

  # Runs an outside program on +bytes+ as a file; returns what it printed, and whether it ended well.
  def run_on(bytes, *command)
    Tempfile.create(["specimen", ".pdf"], binmode: true) do |file|
      file.write(bytes)
      file.flush
      output, status = Open3.capture2e(*command, file.path)
      [output, status.success?]
    end
  end
end
