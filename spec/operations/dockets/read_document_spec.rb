# frozen_string_literal: true

RSpec.describe JustSeal::Operations::ReadDocument do
  include Pages

  def read(docket, name = :maren) = described_class.call(staff(name), docket: docket, position: 1)

  it "hands out a document as it stands: as it was prepared, sent, and sealed" do
    draft = ready_draft
    expect(read(draft)).to eq(office.blobs.get(document(draft).version.sha256))
    docket = sent_docket
    expect(read(docket)).to eq(office.blobs.get(document(docket).current_sha256))
    sealed = shared_docket
    expect(read(sealed)).to eq(office.blobs.get(document(sealed).sealed_sha256))
  end

  it "enters who reads what is sealed, and what is out only where the class wants it" do
    docket = sent_docket
    read(docket)
    expect(kinds(docket)).not_to include("document.read")
    docket = sent_docket(record: capture(record_class: read_class))
    read(docket, :edda)
    expect(entries_of(docket.number).last).to include(
      "kind" => "document.read",
      "actor" => include("name" => account(:edda).name),
      "facts" => { "document" => 1, "sha256" => document(docket).current_sha256 }
    )
    expect { read(shared_docket) }.to change { kinds(shared_docket).count("document.read") }.by(1)
  end

  it "enters readings of a record on its own chain where its class wants them" do
    usual = capture
    record = capture(record_class: read_class)
    [usual, record].each do |one|
      JustSeal::Operations::NoteDownload.call(staff(:joss), version: one.versions.first, read: true)
    end
    expect(entries_of(usual.number).map { |entry| entry["kind"] }).not_to include("record.read")
    expect(entries_of(record.number).last).to include("kind" => "record.read", "facts" => include("version" => 1))
    [usual, record].each { |one| JustSeal::Operations::NoteDownload.call(staff(:joss), version: one.versions.first) }
    expect(entries_of(usual.number).map { |entry| entry["kind"] }).not_to include("record.downloaded")
    expect(entries_of(record.number).last["kind"]).to eq("record.downloaded")
  end

  it "knows no document that is not in the docket" do
    expect { described_class.call(staff(:maren), docket: ready_draft, position: 2) }
      .to raise_error(JustSeal::Errors::Missing)
  end

  it "is not for who only acts on the docket and may not see its record: that one reads it in the room" do
    hidden = JustSeal::Store::CaseFile.create(
      code: "HID-#{SecureRandom.hex(2)}",
      title: "Closed to most",
      opened_at: Time.now,
      access: Sequel.pg_jsonb("see" => { "units" => ["Nobody’s"] })
    )
    docket = sent_docket(record: capture(case_file: hidden))
    expect(party(docket, "B").account_id).to eq(account(:joss).id)
    expect { read(docket, :joss) }.to raise_error(JustSeal::Errors::Missing)
    sign_in :joss
    open_page("/dockets/#{docket.number}")
    expect(page.at("#docket-margin a[href$='/documents/1']")).to be_nil
    %w[documents/1 documents/1/file documents/1/marks].each do |place|
      open_page("/dockets/#{docket.number}/#{place}")
      expect([place, last_response.status]).to eq([place, 404])
    end
  end
end
