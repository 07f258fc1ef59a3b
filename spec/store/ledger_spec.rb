# frozen_string_literal: true

require "securerandom"

RSpec.describe JustSeal::Store::Ledger do
  let(:name) { "SPEC-#{SecureRandom.hex(6)}" }
  let(:db) { JustSeal::Store.db }

  def append(facts = {})
    described_class.append(
      docket: name,
      kind: "docket.edited",
      at: Time.now,
      actor: { "kind" => "staff", "name" => "Ünal \"Q\" \\ 王" },
      facts: facts
    )
  end

  def verify
    JustSeal::Core::Ledger::Chain.verify(described_class.rows(name), docket: name, head: described_class.head(name))
  end

  it "writes what the core would write" do
    3.times { |index| append("edit" => index, "text" => "Zeile\n\u{1F58B}\u007f") }
    expect(verify).to have_attributes(holds?: true, entries: 3)
  end

  it "keeps one chain without gaps when many append at once" do
    Array.new(8) { Thread.new { 10.times { append } } }.each(&:join)
    expect(verify).to have_attributes(holds?: true, entries: 80)
  end

  it "stands or falls with its transaction" do
    JustSeal::Store.transaction { append && raise(Sequel::Rollback) }
    expect(described_class.rows(name)).to eq([])
  end

  it "lets the application neither change, nor delete, nor empty, nor insert by itself" do
    append
    table = db[:ledger_entries]
    [
      -> { table.where(docket: name).update(body: "{}") },
      -> { table.where(docket: name).delete },
      lambda {
        table.truncate
      },
      -> { table.insert(docket: name, seq: 2, kind: "x", at: Time.now, body: "{}", hash: "0" * 64) },
      lambda {
        db[:ledger_heads].where(docket: name).update(seq: 0)
      }
    ]
      .each { |act| expect(&act).to raise_error(Sequel::DatabaseError, /permission denied/) }
  end

  it "refuses changes by the tables' owner, too" do
    append
    Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL")) do |owner|
      expect do
        owner[:ledger_entries].where(docket: name).update(body: "{}")
      end.to raise_error(Sequel::DatabaseError, /append-only/)
      expect { owner[:ledger_entries].where(docket: name).delete }.to raise_error(Sequel::DatabaseError, /append-only/)
      expect { owner.run("TRUNCATE ledger_entries") }.to raise_error(Sequel::DatabaseError, /append-only/)
    end
  end

  it "refuses an entry that does not name its own docket" do
    opening = JustSeal::Core::Ledger::Entry.opening(
      docket: "OTHER",
      kind: "docket.edited",
      at: Time.now,
      actor: {},
      facts: {}
    )
    expect do
      db.get(Sequel.function(:ledger_append, name, "docket.edited", Time.now, opening))
    end.to raise_error(Sequel::CheckConstraintViolation)
  end

  # A superuser can switch triggers off. The chain tells.
  {
    "changes an entry" => [
      "UPDATE ledger_entries SET body = replace(body, 'edited', 'zdited'), " \
      "hash = encode(sha256(convert_to(replace(body, 'edited', 'zdited'), 'UTF8')), 'hex') " \
      "WHERE docket = ? AND seq = 2",
      :prev_differs
    ],
    "deletes an entry" => ["DELETE FROM ledger_entries WHERE docket = ? AND seq = 2", :gap],
    "cuts the tail" => [
      "DELETE FROM ledger_entries WHERE docket = ? AND seq = 4",
      :tail_cut
    ]
  }.each do |deed, (sql, reason)|
    it "finds that a superuser #{deed}" do
      4.times { append }
      Sequel.connect(ENV.fetch("JUST_SEAL_SUPERUSER_URL")) do |superuser|
        superuser.transaction do
          superuser.run("SET LOCAL session_replication_role = replica")
          superuser[sql, name].then { |dataset| superuser.run(dataset.sql) }
        end
      end
      expect(verify.faults.map(&:reason)).to include(reason)
    end
  end

  it "refuses a transaction that is left before its entries are written, and keeps nothing of it" do
    number = "SPEC-#{SecureRandom.hex(4)}"
    row = {
      docket: number,
      kind: "docket.edited",
      at: Time.now,
      actor: { "kind" => "system", "name" => "S" },
      facts: {}
    }
    leave = -> { JustSeal::Store.transaction { described_class.append(**row) && throw(:out) } }
    expect { catch(:out) { leave.call } }.to raise_error(/left before its entries/)
    expect(described_class.rows(number)).to eq([])
    JustSeal::Store.transaction { described_class.append(**row) }
    expect(described_class.rows(number).size).to eq(1)
  end
end
