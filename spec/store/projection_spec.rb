# frozen_string_literal: true

RSpec.describe "The tables as projections of the ledger", :early do
  def db = JustSeal::Store.db
  def audit = JustSeal::Queries::LedgerAudit.new(office: office).call

  def all_told = audit.findings.map { |one| [one.code, JustSeal::Words::Checks.place(one.where), one.facts[:column]] }

  # Without what other examples did to chains and clocks of their own.
  def told = all_told - @known
  # Each example takes back what it has changed: one look, before the first, is enough.
  found_at_first = nil
  before { @known = found_at_first ||= all_told }

  def superuser
    Sequel.connect(ENV.fetch("JUST_SEAL_SUPERUSER_URL")) { |one| yield one }
  end

  # What the audit finds while a superuser whom no trigger holds back has done +statement+; +back+ takes it back.
  def found_after(statement, back)
    without_triggers(statement)
    told
  ensure
    without_triggers(back)
  end

  def without_triggers(statement)
    superuser do |one|
      one.transaction do
        one.run("SET LOCAL session_replication_role = replica")
        one.run(statement)
      end
    end
  end

  # Sets +column+ of a row, and takes it back.
  def found_in(table, id, column, value, key: "id")
    before = db[table].where(Sequel[key.to_sym] => id).get(Sequel.cast(column.to_sym, :text))
    set = ->(text) { "UPDATE #{table} SET #{column} = #{db.literal(text)} WHERE #{key} = #{db.literal(id)}" }
    found_after(set.call(value), set.call(before))
  end

  let(:docket) { signed_docket }
  let(:first) { docket.parties.first }

  it "are what the ledger says of them, in an office where nobody reached past it" do
    docket
    expect(told).to eq([])
    counts = audit.counts
    expect([counts[:rows], counts[:entries]]).to all(be > 20)
  end

  it "have a trigger for each table and column that the audit holds against the ledger, and the audit each of theirs" do
    rows = db.fetch(
      "SELECT tgrelid::regclass::text AS name, encode(tgargs, 'hex') AS words FROM pg_trigger " \
      "WHERE tgname LIKE '%\\_stated'"
    ).all
    told = rows.to_h do |row|
      [row[:name].to_sym, [row[:words]].pack("H*").split("\0", -1).first(3).map(&:split)]
    end
    expect(told).to eq(
      JustSeal::Store::Projection::TABLES.transform_values { |table| [table.key, table.silent, table.hidden] }
    )
  end

  it "name what differs: row, column, and the entry that tells of it" do
    row = "parties, row #{first.id}"
    expect(found_in(:parties, first.id, "name", "Somebody Else")).to eq([[:row_differs, row, "name"]])
    expect(found_in(:parties, first.id, "email", "else@example.org")).to eq([[:row_differs, row, "email"]])
    expect(found_in(:parties, first.id, "level_reached", "4")).to eq([[:row_differs, row, "level_reached"]])
    proof = first.proofs.first
    expect(
      found_in(
        :proofs,
        proof.id,
        "method",
        "passkey"
      )
    ).to eq([[:row_differs, "proofs, row #{proof.id}", "method"]])
    expect(found_in(:accounts, docket.owner_id, "role", "auditor"))
      .to eq([[:row_differs, "accounts, row #{docket.owner_id}", "role"]])
    words = audit_words_of { found_in(:parties, first.id, "level_reached", "4") }
    expect(words).to match(/Its level_reached is “4”; entry \d+ of #{docket.number} says “1”\./)
  end

  # The words of the finding that the block brings about.
  def audit_words_of
    said = nil
    allow(JustSeal::Queries::LedgerAudit).to receive(:new).and_wrap_original do |made, **given|
      made.call(**given).tap do |audit|
        said ||= []
        said << audit
      end
    end
    yield
    said.flat_map(&:findings).map { |one| JustSeal::Words::Checks.finding(one) }.find { |one| one.include?("level") }
  end

  it "name a version that points to other kept bytes, a record, a case file, a rule and a reason that were changed" do
    version = JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").first
    other = JustSeal::Store::Version.exclude(record_id: JustSeal::Store::Content.stubs).exclude(id: version.id).first
    expect(found_in(:versions, version.id, "sha256", other.sha256))
      .to eq([[:row_differs, "versions, row #{version.id}", "sha256"]])
    record = version.record
    row = "records, row #{record.id}"
    expect(found_in(:records, record.id, "title", "Another title")).to eq([[:row_differs, row, "title"]])
    expect(
      found_in(
        :records,
        record.id,
        "particulars",
        '{"vessel":"MV Other"}'
      )
    ).to eq([[:row_differs, row, "particulars"]])
    place = record.case_file
    expect(
      found_in(
        :case_files,
        place.id,
        "title",
        "Other"
      )
    ).to eq([[:row_differs, "case_files, row #{place.id}", "title"]])
    neutral_rulebook
    rules = db[:rulebooks].order(:version).last
    expect(found_in(:rulebooks, rules[:version], "title", "Softer rules", key: "version"))
      .to eq([[:row_differs, "rulebooks, row #{rules[:version]}", "title"]])
  end

  it "name rows that were put in or taken out past the ledger" do
    copy = "INSERT INTO proofs (id, party_id, method, proved_at, address, client) OVERRIDING SYSTEM VALUE " \
           "VALUES (999999, #{first.id}, 'passkey', now(), '', '')"
    expect(
      found_after(
        copy,
        "DELETE FROM proofs WHERE id = 999999"
      )
    ).to eq([[:row_unstated, "proofs, row 999999", nil]])
    proof = first.proofs.first
    kept = "CREATE UNLOGGED TABLE kept_proof AS SELECT * FROM proofs WHERE id = #{proof.id}"
    gone = found_after(
      "#{kept}; DELETE FROM proofs WHERE id = #{proof.id}",
      "INSERT INTO proofs OVERRIDING SYSTEM VALUE TABLE kept_proof; DROP TABLE kept_proof"
    )
    expect(gone).to eq([[:row_gone, "proofs, row #{proof.id}", nil]])
  end

  it "state what was changed past any operation in an entry of their own, with old and new value" do
    superuser { |one| one.run("UPDATE parties SET level_reached = 4 WHERE id = #{first.id}") }
    entry = JSON.parse(JustSeal::Store::Ledger.rows("tables").last.first)
    expect(entry).to include("kind" => "rows.changed", "actor" => include("kind" => "database"))
    expect(entry["rows"]).to eq(
      [{ "id" => first.id.to_s, "set" => { "level_reached" => %w[1 4] }, "table" => "parties" }]
    )
    expect(told).to eq([]), "the ledger tells of it"
    superuser { |one| one.run("UPDATE parties SET level_reached = 1 WHERE id = #{first.id}") }
  end

  it "tell nobody who reads an entry what is said of people, nor that two rows hold the same" do
    first
    stated = JustSeal::Store::Ledger.rows(docket.number).flat_map { |text, _| JSON.parse(text)["rows"].to_a }
    names = stated.select do |row|
      row["table"] == "parties" && row["set"]&.key?("email")
    end.map { |row| row["set"]["email"].last }
    expect(names).to all(match(/\Asalted:\h{64}\z/))
    plain = docket.parties.map { |one| Digest::SHA256.hexdigest(one.email) }
    expect(names.map { |one| one.delete_prefix("salted:") } & plain).to eq([])
    two = docket.parties.map { |one| one.update(telephone: "+47 123 45 678") && one.id.to_s }
    entries = JustSeal::Store::Ledger.rows("tables").last(2).map { |text, _| JSON.parse(text)["rows"].first }
    expect(entries.map { |row| row["id"] }).to match_array(two)
    expect(entries.map { |row| row["set"]["telephone"].last }.uniq.size).to eq(2)
    expect(told).to eq([])
  end

  it "say nothing of a draft, and everything of it once it is sent" do
    draft = ready_draft
    entries = entries_of(draft.number)
    tables = entries.flat_map { |entry| entry["rows"].to_a.map { |row| row["table"] } }
    expect(tables & %w[parties dockets fields docket_documents]).to eq([])
    sent = JSON.parse(
      JustSeal::Store::Ledger.rows(docket.number).map(&:first).find do |text|
        text.include?("docket.sent")
      end
    )
    stated = sent["rows"].group_by { |row| row["table"] }
    expect(stated.keys).to include("dockets", "docket_documents", "parties", "fields")
    expect(stated["fields"].size).to eq(docket.documents.sum { |document| document.fields_dataset.count })
  end

  it "find the newest entries cut off with their head moved back, and a chain that was exchanged" do
    number = docket.number
    office.heads.append({}, upto: 0, at: "2026-01-01T00:00:00.000000Z")
    JustSeal::Operations::KeepHeads.new.call
    last = db[:ledger_heads].where(docket: number).get(:seq)
    kept = "CREATE UNLOGGED TABLE kept_entries AS SELECT * FROM ledger_entries WHERE docket = '#{number}' AND seq > " \
           "#{last - 5};" \
           "CREATE UNLOGGED TABLE kept_head AS SELECT * FROM ledger_heads WHERE docket = '#{number}';"
    cut = "DELETE FROM ledger_entries WHERE docket = '#{number}' AND seq > #{last - 5};" \
          "UPDATE ledger_heads SET seq = #{last - 5}, hash = (SELECT hash FROM ledger_entries " \
          "WHERE docket = '#{number}' AND seq = #{last - 5}) WHERE docket = '#{number}'"
    back = "INSERT INTO ledger_entries OVERRIDING SYSTEM VALUE TABLE kept_entries; DELETE FROM ledger_heads WHERE " \
           "docket = " \
           "'#{number}'; INSERT INTO ledger_heads TABLE kept_head; DROP TABLE kept_entries, kept_head"
    expect(found_after(kept + cut, back)).to include([:newest_gone, "#{number}, entry #{last}", nil])
    expect(told).to eq([])
  end

  it "keep the heads of chains though the file can't be written for a while, and lose none" do
    docket
    keeper = JustSeal::Operations::KeepHeads.new
    allow(office.heads).to receive(:append).and_raise(Errno::ENOSPC)
    expect { keeper.call }.to output(/No space left/).to_stderr
    RSpec::Mocks.space.proxy_for(office.heads).reset
    keeper.call
    kept = office.heads.all.map { |line| line["heads"] }.inject({}, :merge)
    expect(kept[docket.number]).to eq(db[:ledger_heads].where(docket: docket.number).get(%i[seq hash]))
  end

  it "find what is appended by the application's role to a docket that is sealed, and a time that runs backwards" do
    opening = lambda do |at|
      JustSeal::Core::Ledger::Entry.opening(
        docket: docket.number,
        kind: "party.proved",
        at: at,
        actor: { "kind" => "party", "name" => first.name },
        facts: { "party" => "A", "method" => "card", "level" => 4 }
      )
    end
    at = Time.now.utc - 3600
    number = docket.number
    db.get(Sequel.function(:ledger_append, number, "party.proved", at, opening.call(at)))
    last = db[:ledger_heads].where(docket: number).get(:seq)
    place = "#{number}, entry #{last}"
    expect(told).to contain_exactly([:after_the_seal, place, nil], [:time_backwards, place, nil])
  ensure
    without_triggers(
      "DELETE FROM ledger_entries WHERE docket = '#{number}' AND seq = #{last}; UPDATE ledger_heads SET seq = " \
      "#{last - 1}, " \
      "hash = prev WHERE docket = '#{number}'"
    )
  end

  it "go on where somebody states what can't be read, and say so" do
    number = "SPEC-#{SecureRandom.hex(4)}"
    forged = [
      "1",
      '"x"',
      '{"id":1,"set":{},"table":"parties"}',
      '{"id":"1","set":{"name":[1]},"table":"parties"}',
      '{"id":"1","set":{"name":["a\\u0000"]},"table":"parties"}',
      '{"id":"1","set":5,"table":"parties"}'
    ]
    forged.each do |text|
      db.transaction do
        db.get(Sequel.function(:set_config, "justseal.rows", ",#{text}", true))
        opening = JustSeal::Core::Ledger::Entry.opening(
          docket: number, kind: "docket.edited", at: Time.now, actor: { "kind" => "staff", "name" => "X" }, facts: {}
        )
        db.get(Sequel.function(:ledger_append, number, "docket.edited", Time.now, opening))
      rescue Sequel::DatabaseError # what is no JSON for PostgreSQL is none for the ledger
        raise Sequel::Rollback
      end
    end
    found = told.select { |code, place, _| code == :rows_malformed && place.start_with?(number) }
    expect(found.size).to be >= 5
  ensure
    without_triggers(
      "DELETE FROM ledger_entries WHERE docket = '#{number}'; DELETE FROM ledger_heads WHERE docket = '" \
      "#{number}'"
    )
  end

  it "find a checkpoint whose time was changed" do
    docket
    point = JustSeal::Operations::TakeCheckpoint.call
    found = found_in(:ledger_checkpoints, point.number, "taken_at", "2020-01-01", key: "number")
    expect(found).to eq([[:body_differs, "checkpoint #{point.number}", nil]])
  end

  it "find kept files of every kind that are gone: answers, packs, templates, intakes" do
    missing = "f" * 64
    template = JustSeal::Operations::SaveTemplate.call(
      staff(:maren),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      title: "Licence #{SecureRandom.hex(3)}",
      bytes: docx(%w[Licence]),
      file_name: "licence.docx"
    ).first
    expect(found_in(:document_templates, template.id, "sha256", missing).map(&:first)).to include(:bytes_missing)
    tables = JustSeal::Store::Content.wanting.except(:office_choices)
    kept = tables.flat_map { |table, (columns, _)| columns.map { |column| [table, column] } }
    columns = db.fetch(
      "SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = 'public' " \
      "AND column_name LIKE '%sha256'"
    ).map { |row| row.values.map(&:to_sym) }
    secrets = columns.select { |_, column| %i[token_sha256 secret_sha256 code_sha256].include?(column) }
    others = [%i[consent_texts sha256], %i[disposal_approvals list_sha256], %i[doomed_bytes sha256]]
    expect(columns - secrets - others).to match_array(kept)
  end
end
