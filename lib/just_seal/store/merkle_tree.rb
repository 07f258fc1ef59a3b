# frozen_string_literal: true

module JustSeal
  module Store
    # The leaves and subtrees of the Merkle tree, and its checkpoints. What is there is never changed.
    module MerkleTree
      BATCH = 5_000

      module_function

      # How many leaves there are.
      def size = (db[:ledger_leaves].max(:position) || -1) + 1

      FIRST = Core::Ledger::Merkle::FIRST

      # As Core::Ledger::Merkle asks for the roots of perfect subtrees. One row each, by the primary key. +digest+: of
      # which tree.
      def nodes(digest = FIRST)
        return LaterTree.new(digest).nodes unless digest == FIRST

        lambda do |level, index|
          found = if level.zero?
            db[:ledger_leaves].where(position: index).get(:hash)&.then do |hash|
              Core::Ledger::Merkle.by("SHA256").leaf(hash.unpack1("H*"))
            end
          else
            db[:ledger_nodes].where(level: level, index: index).get(:hash)
          end
          found || raise(Errors::Damaged.new(:tree_lacks_part, level: level, index: index))
        end
      end

      # Adds every entry that is there and has no leaf yet, in order of arrival, in batches. Returns a
      # Core::Ledger::Merkle::Growth of the tree by +digest+: the first one gives all others their leaves. To be called
      # within alone.
      def grow(digest = FIRST)
        first = grow_first
        digest == FIRST ? first : LaterTree.new(digest).grow
      end

      def grow_first
        horizon = horizon()
        growth = Core::Ledger::Merkle::Growth.new(size, nodes)
        last = db[:ledger_leaves].max(:entry_id) || 0
        until (rows = db[:ledger_entries].where(id: (last + 1)..horizon).order(:id).limit(BATCH).select_map(
          %i[
            id
            hash
          ]
        )).empty?
          Store.transaction { add(growth, rows) }
          last = rows.last.first
        end
        growth
      end

      # The entry up to which nothing can come in any more. Raises Errors::Unavailable when somebody is appending for so
      # long that the office would wait.
      def horizon
        Store.transaction { db.get(Sequel.function(:ledger_horizon)) }
      rescue Sequel::DatabaseLockTimeout
        raise Errors::Unavailable, :ledger_busy
      end

      def add(growth, rows)
        first = growth.size
        found = []
        rows.each { |_id, hash| growth.push(Core::Ledger::Merkle.by("SHA256").leaf(hash)) { |*node| found << node } }
        db[:ledger_leaves].import(
          %i[position entry_id hash],
          rows.each_with_index.map do |(id, hash), index|
            [first + index, id, blob([hash].pack("H*"))]
          end
        )
        db[:ledger_nodes].import(%i[level index hash], found.map { |level, index, hash| [level, index, blob(hash)] })
      end

      # Runs the block while nobody else makes the tree grow; a lock of the session, so that appending goes on
      # meanwhile.
      def alone
        db.synchronize do
          db.get(Sequel.function(:pg_advisory_lock, LOCK))
          yield
        ensure
          db.get(Sequel.function(:pg_advisory_unlock, LOCK))
        end
      end
      LOCK = 0x6c6564676572

      # Runs the block in one snapshot of the database, of which it changes nothing, with what +beside+ (callable) reads
      # outside of it: no checkpoint is taken between the two.
      def snapshot(beside)
        db.synchronize do
          db.get(Sequel.function(:pg_advisory_lock, LOCK))
          locked = true
          db.transaction(isolation: :repeatable) do
            size # the first statement takes the snapshot
            read = beside.call
            db.get(Sequel.function(:pg_advisory_unlock, LOCK))
            locked = false
            yield read
          end
        ensure
          db.get(Sequel.function(:pg_advisory_unlock, LOCK)) if locked
        end
      end

      def blob(bytes) = Sequel.blob(bytes)
      def db = Store.db
    end
  end
end
