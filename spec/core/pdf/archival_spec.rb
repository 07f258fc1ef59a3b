# frozen_string_literal: true

require "open3"

RSpec.describe JustSeal::Core::Pdf::Archival, :database do
  include TestOffice
  include Archivists

  pdf_core = JustSeal::Core::Pdf

  before { open_office }
  after { close_office }

  def opened(bytes) = JustSeal::Core::Pdf::Signing.open(bytes)
  def broken(bytes) = described_class::Rules.new(opened(bytes)).findings.map(&:code)
  def level(bytes) = described_class.claimed(opened(bytes))
  def bytes_of(version) = office.blobs.get(version.sha256)

  # A record whose text was written here.
  def written
    JustSeal::Operations::WriteDocument.call(
      staff(:maren),
      html: "<h1>Berth licence</h1><p>Between the Trust and <strong>Ines Halloran</strong>, née Ødegård.</p>",
      title: "Berth licence",
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1"),
      particulars: { "vessel" => "MV Sanderling" }
    )
  end

  def sealed_of_written
    @sealed_of_written ||= signed_docket(record: written).documents.first.record.refresh
  end

  def newest(record, kind) = record.versions.find { |version| version.kind == kind }

  it "is what is written here, and stays so while it is frozen, signed, sealed and renewed" do
    record = sealed_of_written
    expect(level(bytes_of(newest(record, "converted")))).to eq("2u")
    docket = JustSeal::Store::Docket.first(number: newest(record, "sealed").docket_number)
    sent = office.blobs.get(document(docket).sent_sha256)
    sealed = bytes_of(newest(record, "sealed"))
    expect([sent, sealed].map { |bytes| [level(bytes), broken(bytes)] }).to eq([["2u", []]] * 2)
    expect(newest(record, "sealed").findings.to_a.map { |one| one["code"] }).to eq(["archival"])
    renewed = JustSeal::Operations::SealFile.new.renewed(sealed)
    expect([level(renewed), broken(renewed)]).to eq(["2u", []])
    expect(pdf_core::Check.call(renewed, **office.accepted, at: office.now).verdict).to eq(:intact)
  end

  it "is every certificate, with its account as data of it" do
    certificate = bytes_of(newest(sealed_of_written, "certificate"))
    expect([level(certificate), broken(certificate)]).to eq(["3u", []])
    spec = opened(certificate).files.first
    expect(spec[:AFRelationship]).to eq(:Data)
  end

  it "is judged by other programs in what they know of it: fonts, text, colours, structure" do
    record = sealed_of_written
    %w[sealed certificate].each do |kind|
      bytes = bytes_of(newest(record, kind))
      expect(fonts_of(bytes)).to all(include(embedded: "yes", unicode: "yes"))
      expect(preflight_codes(bytes)).to eq([])
    end
  end

  it "is made of a file that lacks nothing but saying so, and of no other" do
    plain = with_fonts("A captured letter")
    made, found = described_class.make(plain)
    expect(found).to eq([])
    expect([level(made), broken(made)]).to eq(["2u", []])
    expect(described_class.make(made)).to eq([made, []])
    same, found = described_class.make(letter = pdf)
    expect(same).to eq(letter)
    expect(found.map(&:code)).to include(:font_missing)
  end

  it "is made of a captured file on request, as a version of its own, and only of what is fit for it" do
    make = ->(record) { JustSeal::Operations::MakeArchival.call(staff(:maren), number: record.number) }
    refused = ->(reason) { raise_error(JustSeal::Errors::Conflict) { |e| expect(e.reason).to eq(reason) } }
    record = capture(bytes: with_fonts("A captured letter"))
    version = make.call(record)
    expect(version).to have_attributes(number: 2, kind: "converted")
    expect(level(bytes_of(version))).to eq("2u")
    expect(version.findings.to_a).to include(include("code" => "archival", "facts" => { "level" => "PDF/A-2u" }))
    expect(entries_of(record.number).last).to include("kind" => "record.made_archival")
    expect { make.call(record) }.to refused.call(:archival_already)
    expect { make.call(capture(bytes: pdf)) }.to refused.call(:not_archival)
    expect { make.call(sealed_of_written) }.to refused.call(:archival_already)
    sent = capture(bytes: with_fonts("Another letter"))
    sent_docket(record: sent)
    expect { make.call(sent) }.to refused.call(:revision_of_docket)
  end

  it "is told where a file says that it is, and is not" do
    broken = altered(with_fonts("Text")) { |doc| doc.catalog[:AA] = { WC: { S: :Named, N: :NextPage } } }
    looked = pdf_core::Intake.look(opened(broken))
    told = looked.findings.find(&:archival?)
    expect(told).to have_attributes(code: :archival_not, facts: { level: "PDF/A-2u", clauses: "6.5.2" })
  end

  it "refuses what is malformed, says that it is something unheard of, or is PDF 2.0, and never fails over it" do
    odd = altered(with_fonts("Text")) { |doc| doc.pages[0][:Resources][:Font] = { F1: 7, F2: nil } }
    expect(described_class::Rules.new(opened(odd)).findings.map(&:code)).to eq([:damaged])
    newer = altered(with_fonts("Text")) { |doc| (doc.version = "2.0") && doc.metadata.property("pdfaid", "part", "9") }
    expect(level(newer)).to be_nil
    expect(described_class.make(newer).last.map(&:code)).to eq([:header])
  end

  it "finds what the standard forbids" do
    {
      encrypted: :encrypt.to_proc,
      action: ->(doc) { doc.catalog[:OpenAction] = doc.add({ Type: :Action, S: :JavaScript, JS: "1" }) },
      acts_by_itself: ->(doc) { doc.catalog[:AA] = { WC: { S: :Named, N: :NextPage } } },
      form: ->(doc) { doc.acro_form(create: true)[:NeedAppearances] = true },
      dynamic_form: ->(doc) { doc.acro_form(create: true)[:XFA] = [] },
      no_colour: ->(doc) { doc.catalog[:OutputIntents] = [] },
      annotation: ->(doc) { annotate(doc, Subtype: :Screen, F: 4) },
      hidden: ->(doc) { annotate(doc, Subtype: :Square, F: 2) },
      no_appearance: ->(doc) { annotate(doc, Subtype: :Square, F: 4) },
      graphics_state: ->(doc) { doc.add({ Type: :ExtGState, TR: :Identity }).then { |one| doc.catalog[:X] = one } },
      picture: ->(doc) { doc.catalog[:X] = doc.add({ Subtype: :Image, Interpolate: true }, stream: "") },
      enclosed: ->(doc) { doc.files.add(StringIO.new("more"), name: "more.bin") }
    }.each do |code, change|
      bytes = altered(with_fonts("Text"), &change)
      doc = code == :encrypted ? HexaPDF::Document.new(io: StringIO.new(bytes)) : opened(bytes)
      expect(described_class::Rules.new(doc).findings.map(&:code)).to include(code)
    end
  end

  def annotate(doc, **facts)
    page = doc.pages[0]
    page[:Annots] = [*page[:Annots]&.to_a, doc.add({ Type: :Annot, Rect: [0, 0, 9, 9], **facts })]
  end

  def altered(bytes)
    doc = opened(described_class.make(bytes).first)
    yield doc
    StringIO.new("".b).tap { |out| doc.write(out, validate: false) }.string
  end

  # A PDF with embedded fonts that says nothing of itself.
  def with_fonts(text)
    doc = HexaPDF::Document.new
    sheet = pdf_sheet(doc)
    sheet.write(text)
    StringIO.new("".b).tap { |out| doc.write(out) }.string
  end

  def pdf_sheet(doc) = JustSeal::Core::Pdf::Sheet.new(doc, office.faces)
end
