# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::Intake do
  def findings(bytes) = described_class.call(bytes).findings.map { |finding| [finding.code, finding.page] }
  def codes(&) = findings(pdf(&)).map(&:first) - [:fonts_missing]

  describe "what programs read differently" do
    include Forgeries

    let(:plain) { pdf("one", "two") }

    it "is to be flattened: keys that stand twice, updates out of the chain, something behind the end" do
      number = content_number(plain, 0)
      {
        "a key twice in an object" => by_hand(plain, objects: { number => "<< /A 1 /A 2 >>" }),
        "a key twice, once in numbers" => by_hand(plain, objects: { number => "<< /A 1 /#41 2 >>" }),
        "a key twice in a trailer" => forgery(plain).table(trailer: "#{Forgeries::Update::USUAL} /Root null"),
        "an update that nothing leads to" => "#{plain}9 0 obj\n<< >>\nendobj\nstartxref\n9\n%%EOF\n#{
          plain[plain.rindex("startxref")..]}",
        "something behind the end" => "#{plain}9 0 obj\n<< >>\nendobj\n",
        "a list that leads elsewhere" => by_hand(plain, at: { number => 20 })
      }.each do |name, bytes|
        expect(
          [
            name,
            *findings(bytes).map(&:first)
          ]
        ).to include(:read_differently).or include(:damaged)
      end
    end

    it "is not what programs write in ways of their own" do
      expect(findings(plain).map(&:first)).not_to include(:read_differently)
      expect(findings(by_hand(plain)).map(&:first)).not_to include(:read_differently)
      expect(findings("#{plain}\n\n").map(&:first)).not_to include(:read_differently)
    end
  end

  it "says on which page a script hangs" do
    bytes = pdf("one", "two") { |doc| doc.pages[1][:AA] = doc.add({ O: doc.add({ S: :JavaScript, JS: "x" }) }) }
    expect(findings(bytes)).to include([:active_content, 2])
  end

  it "finds actions that no page shows, and links that open by themselves" do
    expect(
      codes do |doc|
        doc.catalog[:Names] =
          { JavaScript: { Names: ["a", doc.add({ S: :JavaScript, JS: "x" })] } }
      end
    ).to eq([:active_content])
    expect(codes { |doc| doc.catalog[:OpenAction] = { S: :URI, URI: "http://x.example" } }).to eq([:active_content])
    expect(
      codes do |doc|
        doc.pages[0][:Annots] =
          [doc.add({ Subtype: :Link, Rect: [0, 0, 9, 9], A: { S: :URI, URI: "http://x.example" } })]
      end
    ).to eq([])
  end

  it "names fonts that are not embedded, page by page, also in forms within forms" do
    inner = pdf("one", "two", validate: false) do |doc|
      form = doc.add(
        {
          Type: :XObject,
          Subtype: :Form,
          BBox: [0, 0, 9, 9],
          Resources: { Font: { F9: doc.add({ Type: :Font, Subtype: :TrueType, BaseFont: :"ABCDEF+Arial" }) } }
        },
        stream: ""
      )
      doc.pages[1].resources[:XObject] = { X1: form }
    end
    result = described_class.call(inner)
    expect(result).to be_valid
    expect(
      result.findings.map do |one|
        [one.page, one.facts[:fonts]]
      end
    ).to eq([[1, "Helvetica"], [2, "Arial, Helvetica"]])
    expect(result.flattening_helps?).to be(true)
  end

  it "finds none in a document with its fonts" do
    embedded = pdf { |doc| doc.pages.each { |page| page[:Resources].delete(:Font) } }
    expect(findings(embedded)).to eq([])
  end

  it "tells layers from layers that are hidden" do
    layered = lambda do |off|
      codes do |doc|
        group = doc.add({ Type: :OCG, Name: "Notes" })
        doc.catalog[:OCProperties] = { OCGs: [group], D: off ? { OFF: [group] } : { ON: [group] } }
      end
    end
    expect([layered.call(false), layered.call(true)]).to eq([[:layers], [:hidden_layers]])
  end

  it "finds media, attachments, forms, and XFA that only a reader draws" do
    expect(
      codes do |doc|
        doc.pages[0][:Annots] = [doc.add({ Subtype: :RichMedia, Rect: [0, 0, 9, 9] })]
      end
    ).to eq([:embedded_media])
    expect(codes { |doc| doc.files.add(StringIO.new("x"), name: "x.txt") }).to eq([:attachments])
    expect(
      codes do |doc|
        doc.acro_form(create: true).create_text_field("name").create_widget(
          doc.pages[0],
          Rect: [0, 0, 9, 9]
        )
      end
    ).to eq([:form_fields])
    dynamic = codes do |doc|
      doc.acro_form(create: true)[:XFA] = doc.add({}, stream: "<xdp/>")
      doc.catalog[:NeedsRendering] = true
    end
    expect(dynamic).to eq([:xfa_dynamic])
  end

  it "refuses content that lies in another file, which no flattening brings in" do
    result = described_class.call(pdf { |doc| doc.pages[0][:Contents] = doc.add({ F: "other.bin" }, stream: "") })
    expect(result.problem).to eq(:external_content)
    expect(result.flattening_helps?).to be(false)
  end

  it "knows a scan by its pages" do
    scan = pdf("one") do |doc|
      doc.pages[0][:Resources] =
        {
          XObject: {
            I: doc.add(
              {
                Type: :XObject,
                Subtype: :Image,
                Width: 1,
                Height: 1,
                ColorSpace: :DeviceGray,
                BitsPerComponent: 8
              },
              stream: "x"
            )
          }
        }
    end
    expect([described_class.call(scan).scan, described_class.call(pdf).scan]).to eq([true, false])
  end

  it "is not led astray by pages that hold themselves" do
    looped = pdf do |doc|
      form = doc.add({ Type: :XObject, Subtype: :Form, BBox: [0, 0, 9, 9] }, stream: "")
      form[:Resources] = { XObject: { X: form } }
      doc.pages[0].resources[:XObject] = { X: form }
    end
    expect(described_class.call(looped)).to be_valid
  end
end
