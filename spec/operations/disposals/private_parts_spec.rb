# frozen_string_literal: true

RSpec.describe "What entries say of people" do
  include Audited
  include Disposed
  include Readers

  package = JustSeal::Core::Bundle::Package

  before { open_office }
  after { close_office }

  def bodies(*chains) = chains.flat_map { |chain| JustSeal::Store::Ledger.rows(chain).map(&:first) }.join
  def apart(*chains) = JustSeal::Store.db[:ledger_private].where(docket: chains)

  def signed(title: "Lease of Ines Halloran")
    record = kept_record(short_class, {}, title: title)
    docket = sent_docket(record: record)
    %w[A B].each { |letter| sign(docket, letter) }
    [record, docket.refresh]
  end

  it "stands in no entry of a record or its dockets, and is told all the same" do
    record, docket = signed
    mail = party(docket, "A").email
    text = bodies(record.number, docket.number)
    ["Ines Halloran", mail, "203.0.113.7", "Maren Test", "Joss Test", "Please sign."].each do |said|
      expect(text).not_to include(said)
    end
    told = entries_of(docket.number)
    expect(told.map { |entry| entry["actor"]["name"] }).to include("Maren Test", "Ines Halloran", "Joss Test")
    expect(told.find { |entry| entry["kind"] == "docket.sent" }["facts"]["parties"].first).to include("email" => mail)
    expect(JustSeal::Store::Ledger.verified(docket.number).last.holds?).to be(true)
  end

  it "is found by name and address" do
    _, docket = signed
    find = ->(asked) { JustSeal::Queries::EntryFind.new(asked, zone: office.zone).page.rows.map { |row| row[:docket] } }
    expect(find.call("person" => party(docket, "A").email)).to include(docket.number)
    expect(find.call("address" => "203.0.113.7", "chain" => docket.number)).to include(docket.number)
  end

  it "goes with the record: chain, tree and audit hold without it" do
    record, docket = signed
    mail = party(docket, "A").email
    known = found_by_audit
    days_later
    carried_out(disposal(record.record_class.code))
    expect(apart(record.number, docket.number).count).to eq(0)
    expect(entries_of(docket.number).filter_map { |entry| entry["actor"]["name"] }.uniq).to eq(["Just Seal"])
    expect(JustSeal::Store::Ledger.verified(docket.number).last.holds?).to be(true)
    everything = JustSeal::Store.db[:ledger_entries].where(Sequel.like(:body, "%#{mail}%"))
    expect(everything.select_map(:docket)).to eq([])
    found = found_by_audit
    expect(found.select { |one| one.where.inspect.match?(/#{record.number}|#{docket.number}/) }).to eq([])
    expect((found - known).map(&:code)).not_to include(:private_gone, :private_differs)
  end

  it "can't be taken away of what is there, nor changed unseen" do
    record, = signed
    known = found_by_audit
    db = JustSeal::Store.db
    expect { db.get(Sequel.function(:ledger_forget, record.number)) }
      .to raise_error(Sequel::DatabaseError, /nothing of .* was destroyed/)
    expect { apart(record.number).delete }.to raise_error(Sequel::DatabaseError, /permission denied/)
    Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL")) do |owner|
      rows = owner[:ledger_private].where(docket: record.number)
      kept = rows.order(:entry_id).first
      changed = kept[:body].sub("Maren Test", "Edda Test")
      rows.where(entry_id: kept[:entry_id]).update(body: changed)
      expect(found_since(known)).to include(:private_differs)
      rows.where(entry_id: kept[:entry_id]).delete
      expect(found_since(known)).to include(:private_gone)
    ensure
      rows.where(entry_id: kept[:entry_id]).delete
      owner[:ledger_private].insert(kept)
    end
    expect(found_since(known)).not_to include(:private_gone, :private_differs)
  end

  it "names a stub that says something else than its chain" do
    record, = signed
    days_later
    carried_out(disposal(record.record_class.code))
    body = JustSeal::Store::Stub[record.id].body
    known = found_by_audit
    Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL")) do |owner|
      stub = owner[:stubs].where(record_id: record.id)
      stub.update(body: body.sub("reviewed_by", "reviewed_bi"))
      expect(found_since(known)).to include(:stub_differs)
    ensure
      stub.update(body: body)
    end
    expect(found_since(known)).not_to include(:stub_differs)
  end

  it "travels beside the chain in a bundle, where it may be cut down and not changed" do
    _, docket = signed
    bytes, = JustSeal::Operations::ExportBundle.call(staff(:maren), number: docket.number)
    files = package.read(bytes).files
    expect(files["ledger.jsonl"]).not_to include("Ines Halloran")
    expect(files["private.jsonl"]).to include("Ines Halloran")
    again = lambda do |private|
      some = private ? files.merge("private.jsonl" => private) : files.except("private.jsonl")
      package.write(some, signer: office.keys[:seal], timestamp: office.time_stamps, at: office.now)
    end
    check = ->(one) { JustSeal::Core::Bundle::Check.call(one, roots: office.roots, at: office.now) }
    cut = again.call(files["private.jsonl"].lines.drop(2).join)
    [bytes, cut, again.call(nil)].each do |one|
      expect([check.call(one).verdict, read_elsewhere(one).last]).to eq([:intact, true])
    end
    forged = again.call(files["private.jsonl"].sub("Ines Halloran", "Ines Holloran"))
    expect(check.call(forged).findings.map(&:code)).to include(:private_differs)
    expect(read_elsewhere(forged).last).to be(false)
  end
end
