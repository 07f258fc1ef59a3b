# frozen_string_literal: true

require "hexapdf"
require "stringio"

RSpec.describe JustSeal::Ports::PaperReader do
  code = "K7M2QRSTUV"

  def pack(code, bytes = pdf)
    item = JustSeal::Core::Pdf::PaperPack::Item.new(
      position: 1,
      title: "Berth licence",
      record: "MB-2026-0001",
      sha256: "ab" * 32,
      bytes: bytes,
      count: 2,
      frames: [[1, [90, 300, 240, 330], "Signature of Ines Halloran", nil]]
    )
    made = JustSeal::Core::Pdf::PaperPack.new(
      [item],
      code: code,
      number: "RH-2026-00001 P1",
      facts: { docket: "RH-2026-00001", party: "Ines Halloran" },
      lines: ["Sign it."],
      faces: JustSeal.office.faces,
      words: JustSeal::Words.in_document("paper")
    )
    [made.bytes, JustSeal::Core::Pdf::PaperPack.layouts([item])]
  end

  # Page +number+ of +bytes+ as a scanner would give it: turned by +degrees+ (clockwise), at +scale+, on a larger sheet.
  def scanned(bytes, number, degrees: 0, scale: 1.0)
    source = HexaPDF::Document.new(io: StringIO.new(bytes))
    page = source.pages[number]
    doc = HexaPDF::Document.new
    form = doc.import(page.to_form_xobject(reference: false))
    canvas = doc.pages.add([0, 0, 900, 1000]).canvas
    canvas.translate(450, 500) do
      canvas.rotate(-degrees) { canvas.xobject(form, at: [-297 * scale, -421 * scale], width: 595 * scale) }
    end
    out = StringIO.new("".b)
    doc.write(out)
    out.string
  end

  [[0, 1.0], [3.5, 0.97], [-8, 0.9], [90, 1.0], [181, 1.05], [270, 0.8]].each do |degrees, scale|
    it "finds page and place of a sheet turned by #{degrees} at #{scale} of its size" do
      bytes, layouts = pack(code)
      page = described_class.new.page(scanned(bytes, 1, degrees: degrees, scale: scale), points: 1000)
      found = page.marks.map { |mark, _| [mark.code, mark.sheet, mark.corner] }
      expect(found).to contain_exactly([code, [1, 1], 1], [code, [1, 1], 2])
      picture = JustSeal::Core::Paper::Matching::Picture.new(
        id: 1,
        width: page.width,
        height: page.height,
        marks: page.marks
      )
      sheets = layouts.slice([1, 1])
      placed = JustSeal::Core::Paper::Matching.new(code, sheets, [picture]).placed.fetch([1, 1])
      expect((placed.alignment.degrees + degrees).round % 360).to eq(0)
      expect(placed.alignment.scale * page.width).to be_within(3).of(900 / scale)
    end
  end

  it "gives the straightened sheet, whose parts are those of the printed one" do
    bytes, layouts = pack(code)
    page = described_class.new.page(scanned(bytes, 1, degrees: 6, scale: 0.95), points: 1000)
    picture = JustSeal::Core::Paper::Matching::Picture.new(
      id: 1,
      width: page.width,
      height: page.height,
      marks: page.marks
    )
    layout = layouts.fetch([1, 1])
    placed = JustSeal::Core::Paper::Matching.new(code, { [1, 1] => layout }, [picture]).placed.fetch([1, 1])
    straight = JustSeal::Core::Pdf::PaperScan.call([[layout, placed.alignment, page.jpeg]], title: "x")
    again = described_class.new.page(straight, points: 842)
    again.marks.each do |mark, middle|
      expect(middle.map { |pixels| pixels * 72.0 / 200 }).to match(
        layout.middle(mark.corner).map { |points| be_within(1.2).of(points) }
      )
    end
    part = described_class.new.part(straight, 1, layout.area([90, 300, 240, 330]), layout.height)
    expect(part[16, 8].unpack("NN")).to match([be_within(3).of(358), be_within(3).of(72)])
  end

  it "reads nothing where there are no codes of ours, and is away where the page can't be drawn" do
    expect(described_class.new.page(pdf, points: 842).marks).to eq([])
    expect { described_class.new.page("no PDF", points: 842) }
      .to raise_reason(JustSeal::Errors::Unavailable, :scan_not_read)
  end
end
