# frozen_string_literal: true

RSpec.describe "Checkpoints over the ledger", :early do
  include CountedQueries

  ops = JustSeal::Operations
  merkle = JustSeal::Core::Ledger::Merkle.by("SHA256")

  def append(chain, count = 1)
    count.times do |index|
      JustSeal::Store::Ledger.append(
        docket: chain,
        kind: "docket.edited",
        at: Time.now,
        actor: { "kind" => "system", "name" => "Spec" },
        facts: { "step" => index }
      )
    end
  end

  def db = JustSeal::Store.db
  def audit(since: nil) = JustSeal::Queries::LedgerAudit.new(office: office, since: since).call
  def all_told(since: nil) = audit(since: since).findings.map { |one| [one.code, place_of(one)] }
  # Without what other examples did to chains of their own.
  def told(since: nil) = all_told(since: since) - @known
  # Each example takes back what it has changed: one look, before the first, is enough.
  found_at_first = nil
  before { @known = found_at_first ||= all_told }

  let(:chain) { "SPEC-#{SecureRandom.hex(4)}" }

  # Does +sql+ as somebody whom no trigger and no right holds back, and takes it back after the block.
  def as_superuser(*statements)
    Sequel.connect(ENV.fetch("JUST_SEAL_SUPERUSER_URL")) do |superuser|
      tables = %w[ledger_entries ledger_heads ledger_leaves ledger_nodes ledger_checkpoints]
      tables.each { |table| superuser.run("CREATE UNLOGGED TABLE kept_#{table} AS TABLE #{table}") }
      superuser.transaction do
        superuser.run("SET LOCAL session_replication_role = replica")
        statements.each do |statement|
          statement.respond_to?(:call) ? statement.call(superuser) : superuser.run(statement)
        end
      end
      yield
    ensure
      superuser.transaction do
        superuser.run("SET LOCAL session_replication_role = replica")
        tables.each do |table|
          superuser.run(
            "DELETE FROM #{table}; INSERT INTO #{table} OVERRIDING SYSTEM VALUE TABLE kept_#{table}; DROP TABLE kept_" \
            "#{table}"
          )
        end
      end
    end
  end

  it "cover every entry that was there, in order of arrival, under one root" do
    append(chain, 5)
    first = ops::TakeCheckpoint.call
    append(chain, 4)
    second = ops::TakeCheckpoint.call
    expect([second.number - first.number, second.size - first.size]).to eq([1, 5]), "with the first of them"
    expect(ops::TakeCheckpoint.call.number).to eq(second.number), "nothing new, no new checkpoint"
    nodes = JustSeal::Store::MerkleTree.nodes
    roots = [first, second].map { |row| [row.root].pack("H*") }
    expect(
      merkle.consistent?(
        from: first.size,
        size: second.size,
        old_root: roots[0],
        root: roots[1],
        path: merkle.consistency(first.size, second.size, nodes)
      )
    ).to be(true)
    position = db[:ledger_entries].join(:ledger_leaves, entry_id: :id).where(docket: chain, seq: 3).get(:position)
    hash = db[:ledger_entries].where(docket: chain, seq: 3).get(:hash)
    expect(
      merkle.included?(
        merkle.leaf(hash),
        index: position,
        size: second.size,
        path: merkle.inclusion(position, second.size, nodes),
        root: roots[1]
      )
    ).to be(true)
    expect(
      JustSeal::Core::Trust::TimeStamp.verify(
        second.token.unpack1("m0"),
        data: second.body,
        roots: office.roots
      )
    ).to have_attributes(valid: true)
    expect(office.checkpoints.all.last).to eq([second.body, second.token])
  end

  it "lose no entry of a transaction that ends late, and wait for none that begins" do
    append(chain)
    started = Queue.new
    ends = Queue.new
    late = Thread.new do
      db.transaction do
        append("#{chain}-LATE")
        started << true
        ends.pop
      end
    end
    started.pop
    taking = Thread.new { ops::TakeCheckpoint.call }
    sleep 0.2
    append("#{chain}-EARLY") if ends.num_waiting.zero?
    ends << true
    late.join
    covered = taking.value
    append(chain)
    ops::TakeCheckpoint.call
    rows = db[:ledger_entries].left_join(:ledger_leaves, entry_id: :id).where(Sequel.like(:docket, "#{chain}%"))
    expect(rows.where(position: nil).count).to eq(0)
    expect(told).to eq([])
    expect(covered.size).to be > 0
  end

  it "are taken by several at once without a leaf twice" do
    append(chain, 20)
    Array.new(4) { Thread.new { ops::TakeCheckpoint.call } }.each(&:join)
    expect(told).to eq([])
  end

  it "complete the file when a process died before it wrote there" do
    append(chain)
    newest = ops::TakeCheckpoint.call
    path = office.checkpoints.path
    lines = File.readlines(path)
    File.write(path, "#{lines[0..-2].join}{\"body\":\"cut")
    expect(told).to include([:not_in_file, "checkpoint #{newest.number}"])
    File.write(path, lines[0..-2].join)
    ops::TakeCheckpoint.call
    expect(File.readlines(path)).to eq(lines)
  end

  it "give up soon where somebody writes without an end, and hold nobody up" do
    append(chain)
    holds = Queue.new
    ends = Queue.new
    holder = Thread.new { db.transaction { append("#{chain}-LONG") && holds.push(true) && ends.pop } }
    holds.pop
    expect { ops::TakeCheckpoint.call }.to raise_reason(JustSeal::Errors::Unavailable, :ledger_busy)
    ends << true
    holder.join
    expect(ops::TakeCheckpoint.call).not_to be_nil
  end

  it "are audited as of one moment, while entries and checkpoints go on" do
    append(chain, 20)
    ops::TakeCheckpoint.call
    writer = Thread.new { 40.times { append(chain) && append("#{chain}-B") } && ops::TakeCheckpoint.call }
    found = []
    found += told while writer.alive?
    writer.join
    expect(found).to eq([])
    expect(told).to eq([])
  end

  it "has chains that are read with their head as of one moment" do
    append(chain)
    writer = Thread.new { 300.times { append(chain) } }
    held = []
    held << JustSeal::Store::Ledger.verified(chain).last.holds? while writer.alive?
    writer.join
    expect([held.size > 5, held.uniq]).to eq([true, [true]])
  end

  describe "find what a superuser does" do
    before do
      append(chain, 6)
      @before = ops::TakeCheckpoint.call
      append(chain, 2)
      ops::TakeCheckpoint.call
    end

    change = "replace(body, '\"step\":2', '\"step\":9')"
    {
      "changes an entry" => [
        [
          "UPDATE ledger_entries SET body = #{change}, hash = encode(sha256(convert_to(#{change}, 'UTF8')), 'hex') " \
          "WHERE docket = '%s' AND seq = 3"
        ],
        %i[
          prev_differs leaf_differs
        ]
      ],
      "deletes an entry" => [["DELETE FROM ledger_entries WHERE docket = '%s' AND seq = 3"], %i[gap entry_gone]],
      "cuts the tail" => [
        [
          "DELETE FROM ledger_entries WHERE docket = '%s' AND seq > 6",
          "UPDATE ledger_heads SET seq = 6, hash = (SELECT hash FROM ledger_entries WHERE docket = '%s' AND " \
          "seq = 6) WHERE docket = '%s'"
        ],
        %i[entry_gone]
      ],
      "takes a whole chain away" => [
        [
          "DELETE FROM ledger_entries WHERE docket = '%s'",
          "DELETE FROM ledger_heads WHERE docket = '%s'"
        ],
        %i[entry_gone]
      ],
      "swaps two" => [
        [
          "CREATE TEMP TABLE two ON COMMIT DROP AS SELECT seq, body, hash FROM ledger_entries WHERE docket = " \
          "'%s' AND seq IN (2, 3)",
          "UPDATE ledger_entries e SET body = two.body, hash = two.hash FROM two WHERE e.docket = '%s' AND " \
          "e.seq IN (2, 3) AND two.seq = 5 - e.seq"
        ],
        %i[gap prev_differs leaf_differs]
      ],
      "changes what lists are made of" => [
        ["UPDATE ledger_entries SET kind = 'docket.sealed' WHERE docket = '%s' AND seq = 2"], %i[columns_differ]
      ],
      "changes a checkpoint" => [
        [
          "UPDATE ledger_checkpoints SET root = repeat('a', 64) WHERE number = (SELECT max(number) FROM " \
          "ledger_checkpoints)"
        ],
        %i[
          body_differs root_differs
        ]
      ]
    }.each do |deed, (statements, codes)|
      it "who #{deed}" do
        as_superuser(
          *statements.map do |statement|
            statement.gsub("%s", chain)
          end
        ) { expect(told.map(&:first)).to include(*codes) }
        expect(told).to eq([])
      end
    end

    # All entries of a chain with their hashes, so that the chain holds again.
    rewrite = lambda do |superuser, chain, seq|
      prev = JustSeal::Core::Ledger::Entry::GENESIS
      superuser[:ledger_entries].where(docket: chain).order(:seq).all.each do |row|
        body = row[:body].sub(/"prev":"\h{64}"/, %("prev":"#{prev}"))
        body = body.sub('"step":0', '"step":7') if row[:seq] >= seq
        prev = JustSeal::Core::Ledger::Entry.digest(body)
        superuser[:ledger_entries].where(id: row[:id]).update(body: body, hash: prev)
      end
      superuser[:ledger_heads].where(docket: chain).update(hash: prev)
    end

    it "who rewrites a whole chain with good hashes" do
      as_superuser(->(superuser) { rewrite.call(superuser, chain, 1) }) do
        expect(told.map(&:first).uniq).to eq([:leaf_differs])
        expect(told.first.last).to eq("#{chain}, entry 1")
      end
    end

    it "who rewrites a chain, the tree and the checkpoints as well: the file outside tells, and the time-stamps do" do
      deed = lambda do |superuser|
        rewrite.call(superuser, chain, 1)
        superuser.run(
          "UPDATE ledger_leaves l SET hash = decode(e.hash, 'hex') FROM ledger_entries e WHERE e.id = l.entry_id"
        )
        known = {}
        growth = JustSeal::Core::Ledger::Merkle::Growth.new(0, nil)
        superuser[:ledger_leaves].order(:position).select_map(:hash).each do |hash|
          growth.push(JustSeal::Core::Ledger::Merkle.by("SHA256").leaf(hash.unpack1("H*"))) do |level, index, node|
            superuser[:ledger_nodes].where(level: level, index: index).update(hash: Sequel.blob(node))
          end
          known[growth.size] = growth.root.unpack1("H*")
        end
        superuser[:ledger_checkpoints].all.each do |row|
          superuser[:ledger_checkpoints].where(number: row[:number]).update(
            root: known.fetch(row[:size]),
            body: row[:body].sub(row[:root], known.fetch(row[:size]))
          )
        end
      end
      as_superuser(deed) { expect(told.map(&:first).uniq).to include(:file_differs, :stamp_invalid) }
    end

    it "who puts an entry in afterwards, where a number of arrival was left free" do
      db.transaction(rollback: :always) { append("#{chain}-GONE") }
      append(chain)
      ops::TakeCheckpoint.call
      free = db[:ledger_entries].where(docket: chain).max(:id) - 1
      body = JustSeal::Core::Ledger::Entry.close(
        JustSeal::Core::Ledger::Entry.opening(
          docket: "#{chain}-NEW",
          kind: "docket.sealed",
          at: Time.at(0).utc,
          actor: {},
          facts: {}
        ),
        prev: "0" * 64,
        seq: 1
      )
      hash = JustSeal::Core::Ledger::Entry.digest(body)
      deed = lambda do |superuser|
        superuser[:ledger_entries].overriding_system_value.insert(
          id: free,
          docket: "#{chain}-NEW",
          seq: 1,
          kind: "docket.sealed",
          at: Time.at(0).utc,
          body: body,
          hash: hash
        )
        superuser[:ledger_heads].insert(docket: "#{chain}-NEW", seq: 1, hash: hash)
      end
      as_superuser(deed) { expect(told).to eq([[:entry_without_leaf, "#{chain}-NEW, entry 1"]]) }
    end

    it "since a checkpoint, without reading what was before" do
      as_superuser("UPDATE ledger_entries SET kind = 'x' WHERE docket = '#{chain}' AND seq = 8") do
        expect(told(since: @before)).to eq([[:columns_differ, "#{chain}, entry 8"]])
        expect(audit(since: @before).counts[:entries]).to eq(4), "two, and that two checkpoints were taken"
      end
    end
  end

  it "is audited by as many queries for many chains and checkpoints as for few" do
    few = queries { audit }
    12.times { append("SPEC-#{SecureRandom.hex(4)}") }
    3.times { append(chain) && ops::TakeCheckpoint.call }
    expect(queries { audit }).to be <= few + 2 # of a batch that has become full
  end

  it "goes with a check of every kept file" do
    docket = sent_docket
    sha256 = document(docket).sent_sha256
    path = File.join(office.settings.var, "blobs", sha256[0, 2], sha256[2, 2], sha256)
    bytes = File.binread(path)
    File.chmod(0o640, path)
    File.binwrite(path, bytes.sub("PDF", "PDV"))
    expect(told).to include([:bytes_damaged, sha256])
    File.delete(path)
    expect(told).to include([:bytes_missing, sha256])
  ensure
    File.binwrite(path, bytes)
  end

  it "grants the application nothing but adding" do
    expect { db[:ledger_leaves].delete }.to raise_error(Sequel::DatabaseError, /permission denied/)
    expect { db[:ledger_checkpoints].update(size: 1) }.to raise_error(Sequel::DatabaseError, /permission denied/)
    expect { db[:ledger_nodes].truncate }.to raise_error(Sequel::DatabaseError, /permission denied/)
  end
end
