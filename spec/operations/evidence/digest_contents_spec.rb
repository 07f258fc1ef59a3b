# frozen_string_literal: true

RSpec.describe JustSeal::Operations::DigestContents do
  include Audited
  include Readers

  ops = JustSeal::Operations
  sha256 = "digest/SHA256/0"
  day = 86_400

  after do
    clock.offset = 0
    JustSeal::Store::OfficeChoices.set("algorithms", nil)
    office.refresh
    ops::CountHealth.call
  end

  # Says that SHA-256 ends in +days+.
  def ends_in(days, id)
    ends = Time.now.utc + (days * 86_400)
    JustSeal::Operations::KeepAlgorithm.call(staff(:edda), id: id, ends: ends, source: "Notice")
  end

  def proof(record)
    version = JustSeal::Store::Version.where(record_id: record.id).order(:id).last
    text = JustSeal::Queries::Existence.new(office).of_content(version.sha256, chains: [record.number])
    [text, office.blobs.get(version.sha256)]
  end

  def checked(text, bytes, at: office.now)
    known = office.accepted.slice(:roots, :register)
    JustSeal::Core::Ledger::Existence.call(text, bytes, at: at, **known)
  end

  def digests = JustSeal::Store.db[:content_digests]
  def digested = entries_of(described_class::CHAIN)

  # Nothing is left to do, and nothing is told.
  def expect_idle
    before = digested.size
    expect([described_class.call, digested.size]).to eq([0, before])
  end

  it "does nothing while the first digest holds" do
    expect_idle
  end

  it "calls all that is kept by the next digest, once, and tells of it" do
    record = capture
    version = JustSeal::Store::Version.where(record_id: record.id).first
    ends_in(400, sha256)
    work_jobs
    row = digests.first(content: version.sha256, digest: "SHA512")
    expect(row[:value]).to eq(OpenSSL::Digest::SHA512.hexdigest(office.blobs.get(version.sha256)))
    entry = digested.find { |one| one["seq"] == row[:seq] }
    expect(entry["facts"]["contents"]).to include([version.sha256, row[:value]])
    apart = JustSeal::Store::Ledger.apart([record.number]).first
    text = "#{apart["salt"]}#{apart["private"]}"
    named = digests.first(content: JustSeal::Core::Ledger::Entry.digest(text))
    expect(named[:value]).to eq(OpenSSL::Digest::SHA512.hexdigest(text))
    expect_idle
    capture(title: "After the notice")
    expect(described_class.call).to be >= 1
  end

  it "tells what can't be read, and goes on with the others" do
    record = capture
    lost = capture(bytes: pdf("lost"))
    version = JustSeal::Store::Version.where(record_id: lost.id).first
    work_jobs
    kept = office.blobs.get(version.sha256)
    File.delete(office.blobs.send(:path_of, version.sha256))
    ends_in(400, sha256)
    described_class.call
    troubles = JustSeal::Store.db[:content_troubles]
    expect(JustSeal::Words.kept(troubles.first(content: version.sha256)[:problem])).to include(version.sha256)
    there = JustSeal::Store::Version.where(record_id: record.id).first
    expect(digests.where(content: there.sha256).count).to eq(1)
    office.blobs.put(kept)
    described_class.call
    expect([digests.where(content: version.sha256).count, troubles.where(content: version.sha256).count]).to eq([1, 0])
  end

  it "grows a tree by the next digest, by which everything is proved after the end of the first" do
    record = capture
    known = found_by_audit
    point = ops::TakeCheckpoint.call
    text, bytes = proof(record)
    expect(checked(text, bytes)).to have_attributes(valid?: true)
    said, holds, stamps = existence_elsewhere(text, bytes, office.roots)
    expect([said, holds]).to match([/checkpoint #{point.number} by SHA256.*\nholds/, true])
    expect(stamps).to all(include("Verification: OK"))
    expect(existence_elsewhere(text, "other", office.roots).first).to eq("no entry names this file\n")
    ends_in(400, sha256)
    work_jobs
    renewed = ops::TakeCheckpoint.call
    expect([point.digest, renewed.digest]).to eq(%w[SHA256 SHA512])
    expect(JSON.parse(renewed.body)).to include("digest" => "SHA512", "v" => 2, "root" => renewed.root)
    expect(found_since(known)).not_to include(:root_differs)
    expect(checked(text, bytes, at: office.now + (500 * day)).reason).to eq(:algorithm_ended), "of its token"
  end

  it "renews the newest checkpoint before its authority ends, with nothing new to cover" do
    newest = ops::TakeCheckpoint.call
    expect(ops::TakeCheckpoint.call.number).to eq(newest.number)
    left = newest.ends_at(roots: office.roots, register: office.register) - office.now
    clock.offset = left - (300 * day)
    expect(ops::TakeCheckpoint.call.number).to eq(newest.number + 1)
    told = entries_of("checkpoints").last
    expect(told).to include("kind" => "checkpoint.taken")
    expect(told["facts"]).to include("number" => newest.number + 1, "digest" => "SHA512")
  end
end
