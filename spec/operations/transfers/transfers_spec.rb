# frozen_string_literal: true

RSpec.describe "Transfers to an archive" do
  include Transferred

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  before { open_office }

  after do
    lift_holds
    close_office
  end

  let(:code) { archive_class }

  def invalid(field, reason)
    raise_error(JustSeal::Errors::Invalid) do |e|
      problem = e.problems.fetch(field)
      expect(problem.respond_to?(:reason) ? problem.reason : problem).to eq(reason)
    end
  end

  def one_packed(**options)
    record = kept_record(code, {}, **options)
    days_later
    [packed(transfer(code)), record]
  end

  it "lists what is due, packs it, and keeps what somebody has kept back" do
    first, second = Array.new(2) { kept_record(code) }
    days_later
    one = transfer(code)
    line = one.lines.find { |each| each.record_id == second.id }
    reviewed.keep(staff(:maren), number: one.number, ids: [line.id], because: "Still read every day.")
    packed(one)
    expect(one.state).to eq("packed")
    expect(one.lines.to_h { |each| [each.record_id, each.outcome] }).to eq(first.id => "packed", second.id => "kept")
    expect(entries_of(first.number).last).to include("kind" => "record.packed")
    expect(entries_of(one.number).map { |entry| entry["kind"] }).to eq(
      %w[transfer.prepared transfer.line_kept transfer.begun transfer.packed]
    )
    bytes = package(one, first)
    expect(judged(bytes)).to have_attributes(verdict: :intact, findings: [], docket: first.number)
    expect { package(one, second) }.to raise_error(errors::Missing)
  end

  it "leaves out what another one has, from the moment on when that was prepared, until it has ended" do
    first = kept_record(code)
    days_later
    one = transfer(code)
    expect { transfer(code) }.to invalid("due_by", :nothing_due_to_archive)
    second = kept_record(code)
    days_later
    expect(transfer(code).lines.map(&:record_id)).to eq([second.id])
    reviewed.end(staff(:maren), number: one.number)
    expect(transfer(code).lines.map(&:record_id)).to eq([first.id])
  end

  it "asks for what is missing" do
    asked = { title: " ", archive: "", due_by: nil }
    expect { ops::PrepareTransfer.call(staff(:maren), **asked) }.to invalid("archive", :archive_unnamed)
    expect { ops::PrepareTransfer.call(staff(:joss), **asked) }.to raise_error(errors::Forbidden)
    expect { transfer(code) }.to invalid("due_by", :nothing_due_to_archive)
  end

  it "hands out nothing that is held, reserved or in work, and nothing that is no longer due" do
    records = Array.new(4) { kept_record(code) }
    days_later
    one = transfer(code)
    hold("record" => [records[0].number])
    ops::TakeForRevision.call(staff(:maren), number: records[1].number)
    ready_draft(record: records[2])
    at_the_right_time { keep_schedule(code, schedule(count: 9, unit: "years", action: "transfer"), version: 1) }
    packed(one)
    reasons = one.lines.map { |line| JSON.parse(line.problem)["reason"] }
    expect(reasons).to eq(%w[record_held reserved_now in_work_now no_longer_due])
  end

  it "packs each once, however many work on it" do
    records = Array.new(12) { kept_record(code) }
    days_later
    one = transfer(code)
    reviewed.pack(staff(:maren), number: one.number)
    Array.new(3) { Thread.new { nil until ops::PackTransfer.call(one.id) == :done } }.each(&:join)
    expect(one.refresh.state).to eq("packed")
    expect(one.lines_dataset.select_map(:outcome)).to eq(["packed"] * records.size)
    told = records.map { |record| entries_of(record.number).count { |entry| entry["kind"] == "record.packed" } }
    expect(told).to eq([1] * records.size)
    expect(entries_of(one.number).count { |entry| entry["kind"] == "transfer.packed" }).to eq(1)
  end

  it "packs a record anew that was changed while it was packed" do
    record = kept_record(code)
    days_later
    one = transfer(code)
    reviewed.pack(staff(:maren), number: one.number)
    stamps = office.time_stamps
    changed = false
    office.time_stamps = lambda do |digest|
      changed ||= correct(record, { "ends_on" => "2030-01-01" }) && true
      stamps.call(digest)
    end
    work_jobs
    account = JSON.parse(JustSeal::Core::Transfer::Bag.read(package(one.refresh, record)).files["record.json"])
    expect(account["particulars"]).to include("ends_on" => "2030-01-01")
    expect(entries_of(record.number).count { |entry| entry["kind"] == "record.packed" }).to eq(2)
  end

  it "enters what the archive confirms, now some and later the rest, and refuses what can't be" do
    first, second = Array.new(2) { kept_record(code) }
    days_later
    one = packed(transfer(code))
    expect { received(one, first.number) }.to invalid("list", :identifier_missing)
    expect { received(one, "X-1, A-1") }.to invalid("list", :not_packed)
    expect { received(one, "#{first.number}; A-1; #{"0" * 64}") }.to invalid("list", :archive_has_another)
    expect { received(one, " \n") }.to invalid("list", :receipt_empty)
    expect { received(one, "#{first.number},A-1", file: ["x" * 11_000_000, "r.pdf"]) }
      .to invalid("file", :receipt_too_large)
    sha256 = one.lines.first.package_sha256
    received(one, "#{first.number};coast:2026/17/1;#{sha256}\n\n", file: ["Received.", "receipt.txt"])
    expect(one.refresh).to have_attributes(state: "received", receipt_name: "receipt.txt")
    received(one, "#{second.number}\tcoast:2026/17/2")
    expect(one.lines_dataset.select_map(:identifier)).to eq(%w[coast:2026/17/1 coast:2026/17/2])
    expect(entries_of(first.number).last).to include(
      "kind" => "record.handed_over",
      "facts" => { "transfer" => one.number, "archive" => one.archive, "identifier" => "coast:2026/17/1" }
    )
  end

  it "makes due no more what the archive has, and lists it for no other" do
    one, record = one_packed
    received(one, "#{record.number},A-1")
    ops::CountRetention.call
    expect(JustSeal::Store.db[:retentions].where(record_id: record.id).all).to be_empty
    expect { transfer(code) }.to invalid("due_by", :nothing_due_to_archive)
  end

  it "leaves stubs that name the archive, and no bytes, of what is let go of by a disposal" do
    one, record = one_packed(bytes: pdf("Handed over"))
    sha256 = one.lines.first.package_sha256
    received(one, "#{record.number},coast:17")
    done = let_go(one)
    expect(outcome(done, record)).to eq("destroyed")
    told = JustSeal::Store::Stub[record.id].told.dig("decided", "schedule")
    expect(told).to include("transfer" => one.number, "archive" => one.archive, "identifier" => "coast:17")
    [record.versions.first.sha256, sha256].each do |gone|
      expect { office.blobs.get(gone) }.to raise_error(errors::Missing)
    end
    expect(one.lines_dataset.select_map(:package_sha256)).to eq([nil])
    expect(JustSeal::Store.db[:doomed_bytes].where(sha256: sha256).select_map(:state)).to eq(["gone"])
  end

  it "lets nothing go that is something else than the archive has" do
    one, record = one_packed
    received(one, "#{record.number},A-1")
    correct(record, { "ends_on" => "2031-01-01" })
    done = let_go(one)
    expect(outcome(done, record)).to eq("refused")
    expect(done.lines.first.problem).to include("changed_since_packed")
  end

  it "packs no bundle of a docket whose other document was destroyed, and is whole all the same" do
    gone = JustSeal::Store::Stub.order(:record_id).last&.record_id || destroyed_record.id
    record = kept_record(code)
    docket = signed_docket(record: record)
    JustSeal::Store::DocketDocument.create(
      **document(docket).values.slice(:docket_id, :version_id, :sent_sha256, :current_sha256, :sealed_sha256, :role),
      record_id: gone,
      position: 2
    )
    days_later
    one = packed(transfer(code))
    expect(judged(package(one, record))).to have_attributes(verdict: :intact)
  end

  def destroyed_record
    kept = clock.offset
    short = short_class
    record = kept_record(short)
    days_later
    carried_out(disposal(short))
    clock.offset = kept
    record
  end

  it "lists for no other transfer what waits for the archive" do
    one_packed
    expect { transfer(code) }.to invalid("due_by", :nothing_due_to_archive)
  end

  it "takes the packages of others along in which something of it lies" do
    together = kept_record(code)
    record = kept_record(code)
    docket = signed_docket(record: record)
    JustSeal::Store::DocketDocument.create(
      **document(docket).values.slice(:docket_id, :version_id, :sent_sha256, :current_sha256, :sealed_sha256, :role),
      record_id: together.id,
      position: 2
    )
    days_later
    one = packed(transfer(code))
    kept = JustSeal::Queries::BytesOfRecord.packages(record).select_map(:package_sha256)
    expect(kept).to match_array(one.lines.map(&:package_sha256))
  end
end
