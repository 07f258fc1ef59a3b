# frozen_string_literal: true

RSpec.describe JustSeal::Operations::RunDisposal do
  include Audited
  include Disposed

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  before { open_office }

  after do
    lift_holds
    close_office
  end

  def reason(code)
    raise_error { |e| expect((e.respond_to?(:problems) && e.problems.values.first) || e.reason).to eq(code) }
  end

  it "destroys what is due, leaves stubs, and seals and files what it did" do
    code = short_class
    record = kept_record(code, { "ends_on" => "2026-01-01" }, title: "Slip of MV Knot")
    bytes = record.versions.first.sha256
    days_later
    one = carried_out(disposal(code))
    expect(one).to have_attributes(state: "done")
    expect(outcome(one, record)).to eq("destroyed")
    expect(record.refresh).to have_attributes(title: "Slip of MV Knot", docket_state: "destroyed")
    expect(record.particulars.to_h).to eq({})
    expect { office.blobs.get(bytes) }.to raise_error(errors::Missing)
    stub = JustSeal::Store::Stub[record.id]
    expect(stub.told).to include("record" => hash_including("number" => record.number, "title" => "Slip of MV Knot"))
    expect(stub.told["versions"].map { |version| version["sha256"] }).to eq([bytes])
    expect(stub.told["decided"]["approved_by"].map { |by| by["role"] }).to eq(%w[administrator compliance])
    told = entries_of(record.number).last
    expect(told.values_at("kind", "facts")).to eq(
      ["record.destroyed", { "disposal" => one.number, "stub" => Digest::SHA256.hexdigest(stub.body) }]
    )
    certificate = one.certificate_record.versions.first
    checked = JustSeal::Core::Pdf::Check.call(office.blobs.get(certificate.sha256), roots: office.roots, at: office.now)
    expect(checked.verdict).to eq(:intact)
    expect(entries_of(one.number).last["facts"]).to include("destroyed" => 1, "sha256" => certificate.sha256)
  end

  it "leaves nothing of a signed docket in rows, texts, mails and kept bytes, and the audit holds" do
    code = short_class
    record = kept_record(code, {}, title: "Licence of Ines Halloran")
    docket = sent_docket(record: record)
    %w[A B].each { |letter| sign(docket, letter) }
    mail = party(docket, "A").email
    known = found_by_audit
    days_later
    expect(carried_out(disposal(code)).state).to eq("done")
    expect(dump_of(mail)).to eq([])
    expect(JustSeal::Store.db[:page_texts].where(record_id: record.id)).to be_empty
    gone = record.versions.map(&:sha256)
    gone.each { |sha256| expect { office.blobs.get(sha256) }.to raise_error(errors::Missing) }
    expect(docket.refresh.parties.map(&:name)).to eq(["", ""])
    JustSeal::Operations::TakeCheckpoint.call
    own = [record.number, docket.number, *gone]
    found = found_by_audit
    expect(found.select { |one| own.any? { |name| one.inspect.include?(name) } }).to eq([])
    expect((found - known).map(&:code)).not_to include(:bytes_left, :row_differs)
  end

  it "answers every question over stubs, and calls nothing missing that was let go" do
    code = short_class
    record = kept_record(code)
    docket = sent_docket(record: record)
    %w[A B].each { |letter| sign(docket, letter) }
    mail = party(docket, "A").email
    days_later
    carried_out(disposal(code))
    asked = { "from" => (today - 9).iso8601, "until" => today.iso8601, "classes" => [code] }
    scope = JustSeal::Queries::InquiryScope.new(asked, zone: office.zone)
    given = {
      "record" => record.number,
      "docket" => docket.number,
      "text" => mail,
      "day" => today.iso8601,
      "version" => "1"
    }
    answers = (JustSeal::Queries::Questions::ALL.keys - %w[sample]).to_h do |name|
      [name, JustSeal::Queries::Questions::ALL.fetch(name).new(scope, given).call]
    end
    figures = ->(name) { answers.fetch(name)["figures"].to_h { |one| one.values_at("name", "value") } }
    expect(figures.call("still_provable")).to include("destroyed" => 1)
    expect(answers.fetch("missing_pieces").to_s).not_to include(docket.number)
    expect(answers.values.map { |answer| answer["format"] }.uniq).to eq([2])
  end

  # Where +text+ stands anywhere in the tables, but for contacts and accounts.
  def dump_of(text)
    db = JustSeal::Store.db
    names = db.tables - %i[contacts accounts que_jobs rate_counts]
    names.select { |name| db[name].where(Sequel.lit("#{name}::text ILIKE ?", "%#{text}%")).any? }
  end

  it "is never listed again, counted, held or taken for a twin once it is gone" do
    code = short_class
    bytes = pdf("Once and no more")
    record = kept_record(code, {}, bytes: bytes)
    days_later
    carried_out(disposal(code))
    ops::CountRetention.call
    expect(JustSeal::Store.db[:retentions].where(record_id: record.id).count).to eq(0)
    expect { disposal(code) }.to reason(:nothing_due)
    hold("class" => [code])
    expect(JustSeal::Queries::Holds.over(record)).to eq([])
    again = kept_record(kept_class, {}, bytes: bytes)
    expect(JustSeal::Queries::DuplicateContent.of(again, again.versions, sight)).to eq([])
  end

  it "leaves no title where its class keeps none, in any table" do
    code = short_class
    row = JustSeal::Store::RecordClass.first(code: code)
    ops::DefineClass.call(staff(:maren), definition: row.definition.merge("stub_title" => false), version: 1)
    word = "Zwartkrans#{SecureRandom.hex(3)}"
    docket = sent_docket(record: kept_record(code, {}, title: "About #{word}"))
    %w[A B].each { |letter| sign(docket, letter) }
    days_later
    carried_out(disposal(code))
    expect(dump_of(word)).to eq([])
  end

  it "keeps bytes that another record has as well" do
    code = short_class
    bytes = pdf("Shared by two")
    record = kept_record(code, {}, bytes: bytes)
    other = kept_record(kept_class, {}, bytes: bytes)
    days_later
    carried_out(disposal(code))
    expect(record.refresh.destroyed?).to be(true)
    expect(office.blobs.get(other.versions.first.sha256)).to eq(bytes)
  end

  it "keeps bytes that somebody captures again while they are put aside" do
    code = short_class
    bytes = pdf("Once more")
    kept_record(code, {}, bytes: bytes)
    days_later
    approved(disposal(code))
    work_jobs
    again = kept_record(kept_class, {}, bytes: bytes)
    clock.offset += 1_000
    work_jobs
    expect(office.blobs.get(again.versions.first.sha256)).to eq(bytes)
  end

  it "keeps what was decided to be kept, and refuses what is held or in work by now" do
    code = short_class
    records = Array.new(3) { kept_record(code) }
    days_later
    one = disposal(code)
    line = one.lines.first
    review.decide(staff(:edda), number: one.number, ids: [line.id], decision: "keep", because: "Of use.")
    approved(one)
    hold("record" => [records[1].number])
    ops::DraftDocket.call(staff(:maren), record: records[2])
    work_jobs
    expect(records.map { |record| outcome(one, record) }).to eq(%w[kept refused refused])
    clock.offset += 1_000
    work_jobs
    expect(entries_of(one.number).last["facts"]).to include("destroyed" => 0, "kept" => 1, "refused" => 2)
  end

  it "keeps no title where the class says so" do
    code = short_class
    row = JustSeal::Store::RecordClass.first(code: code)
    ops::DefineClass.call(staff(:maren), definition: row.definition.merge("stub_title" => false), version: 1)
    record = kept_record(code, {}, title: "About Ruth Halvard")
    days_later
    carried_out(disposal(code))
    expect(record.refresh.title).to eq(record.number)
    expect(JustSeal::Store::Stub[record.id].body).not_to include("Halvard")
  end

  it "wants a decision on every line, two persons of different roles, and the list that they saw" do
    code = short_class
    kept_record(code)
    days_later
    one = disposal(code, decide: nil)
    expect { review.hand_over(staff(:maren), number: one.number) }.to raise_error(errors::Invalid)
    expect { review.decide(staff(:maren), number: one.number, ids: [0], decision: "destroy") }.to reason(:choose_lines)
    ids = one.lines.map(&:id)
    expect { review.decide(staff(:maren), number: one.number, ids: ids, decision: "keep") }.to reason(:say_why_kept)
    review.decide(staff(:maren), number: one.number, ids: ids, decision: "destroy")
    expect { review.approve(staff(:maren), number: one.number, seen: seen(one)) }.to raise_error(errors::Conflict)
    review.hand_over(staff(:maren), number: one.number)
    expect { review.approve(staff(:edda), number: one.number, seen: "other") }.to reason(:disposal_list_changed)
    review.approve(staff(:edda), number: one.number, seen: seen(one))
    expect { review.approve(staff(:edda), number: one.number, seen: seen(one)) }.to reason(:approved_in_role)
    expect(one.refresh.state).to eq("approval")
    review.take_back(staff(:maren), number: one.number, because: "Look again.")
    expect(one.refresh).to have_attributes(state: "review", approvals: [])
    expect { review.approve(staff(:tobias), number: one.number, seen: seen(one)) }.to raise_error(errors::Forbidden)
    review.end(staff(:maren), number: one.number)
    expect(one.refresh.state).to eq("ended")
  end

  it "lists nothing twice, nothing that is not due, and says where nothing is" do
    code = short_class
    kept_record(code)
    expect { disposal(code) }.to reason(:nothing_due)
    days_later
    disposal(code)
    expect { disposal(code) }.to reason(:nothing_due)
    expect { disposal(code, due_by: today + 1) }.to reason(:due_in_future)
  end

  it "does each line once when two processes run it, and goes on where one died" do
    code = short_class
    records = Array.new(3) { kept_record(code) }
    days_later
    one = approved(disposal(code))
    done = Array.new(2) { Thread.new { one.lines.map { |line| ops::DestroyRecord.call(line.id) } } }.flat_map(&:value)
    expect(done.compact).to eq(%w[destroyed] * 3)
    kinds = records.flat_map { |record| entries_of(record.number).map { |entry| entry["kind"] } }
    expect(kinds.count("record.destroyed")).to eq(3)
  end

  it "never crosses a hold: whichever comes first decides" do
    code = short_class
    record = kept_record(code)
    days_later
    one = approved(disposal(code))
    entered = Queue.new
    go_on = Queue.new
    allow(JustSeal::Queries::StubFacts).to receive(:new).and_wrap_original do |made, *given, **options|
      entered << true
      go_on.pop
      made.call(*given, **options)
    end
    destroying = Thread.new { ops::DestroyRecord.call(one.lines.first.id) }
    entered.pop
    placing = Thread.new { hold("record" => [record.number]) }
    expect(placing.join(0.3)).to be_nil
    go_on << true
    expect(destroying.value).to eq("destroyed")
    placing.join
    expect(record.refresh.destroyed?).to be(true)
  end
end
