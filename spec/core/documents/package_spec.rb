# frozen_string_literal: true

RSpec.describe JustSeal::Core::Documents::Package do
  it "takes sound packages" do
    expect([docx("Text"), odt("Text")].map { |bytes| described_class.problem(bytes) }).to eq(%i[valid valid])
  end

  it "refuses one that unpacks to more than it may, by what it says and by what it does" do
    stub_const("#{described_class}::MAX_UNPACKED_BYTES", 200_000)
    bomb = docx("Text", "word/media/image1.png" => "\0" * 5_000_000)
    expect(bomb.bytesize).to be < 20_000
    expect(described_class.problem(bomb)).to eq(:package_too_large)
    expect(described_class.problem(lying(bomb))).to eq(:package_too_large).or eq(:package_damaged)
  end

  it "refuses one with thousands of parts" do
    stub_const("#{described_class}::MAX_PARTS", 10)
    expect(
      described_class.problem(
        docx(
          "Text",
**(1..12).to_h do |number|
  [:"p#{number}.xml", "x"]
end.transform_keys(&:to_s)
        )
      )
    ).to eq(:package_too_large)
  end

  it "refuses what is cut off or changed inside" do
    bytes = docx("Text " * 50)
    expect(described_class.problem(bytes[0, bytes.bytesize / 2])).to eq(:package_damaged)
    middle = bytes.index("word/document.xml") + 60
    expect(described_class.problem(flipped(bytes, middle))).to eq(:package_damaged)
  end

  it "refuses one with a document type definition, through which little becomes much" do
    entities = ("b".."h").zip("a".."g").map { |name, part| %(<!ENTITY #{name} "#{"&#{part};" * 10}">) }.join
    ["word/document.xml", "docProps/core.xml"].each do |part|
      expect(
        described_class.problem(
          docx(
            "x",
            part => %(<?xml version="1.0"?><!DOCTYPE r [<!ENTITY a "aaaaaaaaaa">#{entities}]><r><title>&h;</title></r>)
          )
        )
      ).to eq(:package_damaged)
    end
    expect(described_class.problem(docx("x", "word/document.xml" => "no xml"))).to eq(:package_damaged)
  end

  it "reads the title among the properties" do
    core = %(<cp:coreProperties xmlns:cp="c" xmlns:dc="d"><dc:title> Berth licence </dc:title></cp:coreProperties>)
    expect(described_class.new(docx("Text", "docProps/core.xml" => core), "docx").title).to eq("Berth licence")
    expect(described_class.new(odt("Text"), "odt").title).to eq("")
  end

  it "packs an ODT as the standard wants: the mimetype first, and stored" do
    packed = described_class.new(odt("Text"), "odt").with("content.xml" => "<x/>")
    expect(packed[30, 8]).to eq("mimetype")
    expect(packed[38, 39]).to eq("application/vnd.oasis.opendocument.text")
    expect(described_class.new(packed, "odt").parts["content.xml"]).to eq("<x/>")
  end

  # The same package, saying that its parts are small.
  def lying(bytes)
    size = [5_000_000].pack("V")
    bytes.gsub(size) { [900].pack("V") }
  end
end
