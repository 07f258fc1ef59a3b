# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Recomputes the whole ledger, or what came since a checkpoint: every chain, the Merkle tree over all entries,
    # every checkpoint against its time-stamp and against the file outside the database, the newest entries against
    # another such file, the rows of tables against what entries state of them, and the kept bytes against their hashes.
    # Rows are read in batches; nothing is changed.
    class LedgerAudit
      # +code+: symbol; +where+: Problem of a chain with its entry, of a checkpoint or the tree, or the hash of bytes;
      # +facts+: what there is to say of it.
      Finding = Core::Value.of(:code, :where, :facts)
      BATCH = 5_000
      # Chains whose heads, and what lies apart of their entries, are asked for at once.
      CHAINS = 200

      attr_reader :findings, :counts

      # +office+: for roots, bytes and the file; +since+: Store::Checkpoint that is taken for good, nil for everything.
      def initialize(office:, since: nil)
        @office = office
        @since = since
        @findings = []
        @counts = { entries: 0, chains: 0, rows: 0, checkpoints: 0, blobs: 0 }
        @rows = Rows.new(method(:find))
        @apart = Apart.new(method(:find))
      end

      # All of it as it is at one moment; the office goes on meanwhile.
      def call
        kept = @office.heads.all # before the snapshot, in which all of these are
        Store::MerkleTree.snapshot(-> { @office.checkpoints.all }) { |file| compare(file, kept) }
        self
      end

      def intact? = findings.empty?

      private

      def compare(file, kept)
        @first_id = first_id
        @rows.prepare
        older_rows if @since
        chains
        heads
        newest(kept)
        rows
        @apart.compare_stubs
        Trees.new(method(:find), since: @since, first_id: @first_id).compare
        @counts[:checkpoints] = Points.new(@office, method(:find)).compare(file)
        @counts[:blobs] = Kept.new(@office.blobs, method(:find)).compare
      end

      def first_id = @since ? db[:ledger_leaves].where(position: @since.size - 1).get(:entry_id).to_i : 0

      def db = Store.db
      def find(code, where, **facts) = @findings << Finding.new(code: code, where: where, facts: facts)
      def place(kind, **facts) = Core::Problem.new(kind, **facts)
      def entry(chain, seq) = place(:chain_entry, chain: chain, seq: seq)
      def digest_of(text) = Core::Ledger::Entry.digest(text)

      # Entries in order of chain and seq, each chain at once.
      def chains
        each_entry.slice_when { |one, other| one[:docket] != other[:docket] }.each_slice(CHAINS) do |some|
          heads = db[:ledger_heads].where(docket: some.map { |rows| rows.first[:docket] }).as_hash(:docket)
          @apart.read(some.flatten(1))
          some.each { |rows| chain(rows, heads[rows.first[:docket]]&.values_at(:seq, :hash)) }
        end
      end

      def chain(rows, head)
        name = rows.first[:docket]
        @counts[:chains] += 1
        @counts[:entries] += rows.size
        verified(name, rows, head).faults.each { |fault| find(fault.reason, entry(name, fault.seq)) }
        @apart.compare(rows)
        told = rows.filter_map { |row| columns(row) }
        Core::Ledger::Sequence.faults(told).each { |fault| find(fault.reason, entry(name, fault.seq)) }
      end

      def verified(name, rows, head)
        before = rows.first[:seq] - 1
        Core::Ledger::Chain.verify(
          rows.map { |row| row.values_at(:body, :hash) },
          docket: name,
          head: head,
          from: @since ? before : 0,
          prev: hash_of(name, before)
        )
      end

      # What the first entry has to follow.
      def hash_of(name, seq)
        return Core::Ledger::Entry::GENESIS unless @since && seq.positive?

        db[:ledger_entries].where(docket: name, seq: seq).get(:hash)
      end

      # What lists and finds are answered from has to be what the entry says. What it states of rows is gathered.
      def columns(row)
        told = JSON.parse(row[:body])
        @rows.take(told, row[:id]) if told.key?("rows")
        find(:columns_differ, entry(row[:docket], row[:seq])) unless columns_agree?(row, told)
        told
      rescue JSON::ParserError
        find(:columns_differ, entry(row[:docket], row[:seq]))
        nil
      end

      def columns_agree?(row, told)
        told.values_at("docket", "kind", "seq") == row.values_at(:docket, :kind, :seq) &&
          told["at"] == Core::Ledger::Entry.time(row[:at]) &&
          told["actor"].to_h.values_at("name", "address") == row.values_at(:actor, :address)
      end

      # What was stated before the checkpoint counts as it stands.
      def older_rows
        older = db[:ledger_entries].where(id: ..@first_id).where(Sequel.like(:body, '%"rows":[%'))
        older.order(:id).select(:id, :body).paged_each(rows_per_fetch: BATCH) do |row|
          @rows.take(JSON.parse(row[:body]), row[:id])
        rescue JSON::ParserError
          next
        end
      end

      def rows
        @rows.compare
        @counts[:rows] = @rows.count
      end

      def each_entry
        Enumerator.new do |all|
          key = nil
          loop do
            rows = db[:ledger_entries].where(Sequel[:id] > @first_id).order(:docket, :seq).limit(BATCH)
            rows = rows.where(Sequel.lit("(docket, seq) > (?, ?)", *key)) if key
            batch = rows.all
            batch.each { |row| all << row }
            break if batch.size < BATCH

            key = batch.last.values_at(:docket, :seq)
          end
        end.lazy
      end

      # Chains of which nothing is left but the head.
      def heads
        return if @since

        db[:ledger_heads].exclude(docket: db[:ledger_entries].select(:docket)).select_map(:docket).each do |name|
          find(:tail_cut, place(:all_entries, chain: name))
        end
      end

      # The file outside the database tells of the newest entries, which no checkpoint covers yet.
      def newest(kept)
        find(:heads_broken, :heads_file) unless @office.heads.whole?
        kept.inject({}) { |all, line| all.merge(line["heads"]) }.each_slice(BATCH) { |heads| newest_of(heads.to_h) }
      end

      def newest_of(heads)
        found = db[:ledger_entries].where(%i[docket seq] => heads.map { |name, (seq, _)| [name, seq] })
        there = found.select_hash(:docket, :hash)
        heads.each do |name, (seq, hash)|
          next find(:newest_gone, entry(name, seq)) unless there.key?(name)

          find(:newest_differs, entry(name, seq)) unless there[name] == hash
        end
      end
    end
  end
end
