# frozen_string_literal: true

RSpec.describe JustSeal::Operations::ExportStub do
  include Disposed
  include Readers

  ops = JustSeal::Operations
  errors = JustSeal::Errors
  package = JustSeal::Core::Bundle::Package

  before { open_office }
  after { close_office }

  def destroyed(bytes: pdf("Gone"))
    code = short_class
    record = kept_record(code, {}, title: "Slip", bytes: bytes)
    days_later
    carried_out(disposal(code))
    record.refresh
  end

  def checked(bytes)
    JustSeal::Core::Bundle::Check.call(bytes, roots: office.roots, at: office.now)
  end

  it "proves without the database what was there and that it was let go" do
    record = destroyed
    bytes, name = described_class.call(staff(:rosalind), number: record.number)
    expect(name).to eq("#{record.number} stub.asice")
    expect(checked(bytes)).to have_attributes(verdict: :intact, docket: record.number)
    expect(read_elsewhere(bytes)).to match([/entries are in checkpoint/, true])
    expect(entries_of(record.number).last["kind"]).to eq("record.stub_exported")
  end

  it "is found out where its stub says something else, or its chain is another's" do
    bytes, = described_class.call(staff(:maren), number: destroyed.number)
    files = package.read(bytes).files
    forged = files.merge("stub.json" => files["stub.json"].sub('"title":"Slip"', '"title":"Slap"'))
    signed = ->(some) { package.write(some, signer: office.keys[:seal], timestamp: office.time_stamps, at: office.now) }
    expect(checked(signed.call(forged)).findings.map(&:code)).to include(:account_differs)
    expect(read_elsewhere(signed.call(forged)).last).to be(false)
    other, = described_class.call(staff(:maren), number: destroyed.number)
    mixed = files.merge("stub.json" => package.read(other).files["stub.json"])
    expect(checked(signed.call(mixed)).findings.map(&:code)).to include(:account_differs)
  end

  it "lets nothing be done with the record, nor be handed out of it, and says why" do
    record = destroyed
    gone = raise_error(errors::Missing) { |e| expect(e.reason).to eq(:record_destroyed) }
    expect { correct(record, {}) }.to gone
    expect { ops::TakeForRevision.call(staff(:maren), number: record.number) }.to gone
    expect { ops::DraftDocket.call(staff(:maren), record: record) }.to gone
    expect { ops::NoteDownload.call(staff(:maren), version: record.versions.first) }.to gone
    expect { described_class.call(staff(:maren), number: kept_record(kept_class).number) }
      .to raise_error(errors::Missing) { |e| expect(e.reason).to eq(:no_stub) }
  end

  it "is described to the last key" do
    described = File.read(File.join(JustSeal::ROOT, "docs", "formats.md")).scan(/`([^`]+)`/).flatten
    told = JustSeal::Store::Stub[destroyed.id].told
    parts = [told, told["record"], *told["versions"], *told["chains"], told["decided"], *told["decided"]["approved_by"]]
    expect([*parts, told["decided"]["schedule"]].flat_map(&:keys).uniq - described).to eq([])
  end
end
