# frozen_string_literal: true

module JustSeal
  module Queries
    class LedgerAudit
      # Grows each tree anew, holds the roots of checkpoints against it, and every leaf against its entry.
      class Trees
        # +found+: callable for a code, a place and facts; +since+: Store::Checkpoint that is taken for good, or nil;
        # +first_id+: of the last entry beneath it.
        def initialize(found, since:, first_id:)
          @found = found
          @since = since
          @first_id = first_id
        end

        def compare
          first
          inserted
          later = Store::Checkpoint.exclude(digest: Core::Ledger::Merkle::FIRST).distinct.select_map(:digest)
          later.each { |digest| later(digest) }
        end

        private

        def db = Store.db
        def find(...) = @found.call(...)
        def place(kind, **facts) = Core::Problem.new(kind, **facts)
        def entry(chain, seq) = place(:chain_entry, chain: chain, seq: seq)

        def first
          tree = Core::Ledger::Merkle.by(Core::Ledger::Merkle::FIRST)
          nodes = Store::MerkleTree.nodes
          growth = Core::Ledger::Merkle::Growth.new(@since ? @since.size : 0, nodes)
          roots = roots(tree.name, growth.size)
          each_leaf(growth.size) do |row|
            find(:leaves_gap, :tree, position: growth.size) if row[:position] != growth.size
            hash = row[:hash].unpack1("H*")
            leaf_and_entry(row, hash)
            push(growth, tree.leaf(hash), roots)
          end
        end

        # Of the texts of entries, which are held against their hashes elsewhere.
        def later(digest)
          tree = Core::Ledger::Merkle.by(digest)
          growth = Core::Ledger::Merkle::Growth.new(0, nil, tree)
          roots = roots(digest, 0)
          store = Store::LaterTree.new(digest)
          until (texts = store.texts_from(growth.size)).empty?
            texts.each { |text| push(growth, tree.leaf(tree.entry(text)), roots) }
          end
        end

        # {size => [[number, root], ...]} of checkpoints on more than +size+ leaves.
        def roots(digest, size)
          Store::Checkpoint.where(digest: digest).where(Sequel[:size] > size).select_hash_groups(:size, %i[number root])
        end

        def push(growth, leaf, roots)
          growth.push(leaf) { |*| nil }
          roots.fetch(growth.size, []).each do |number, root|
            next if root == growth.root.unpack1("H*")

            find(:root_differs, place(:checkpoint, number: number), size: growth.size)
          end
        end

        def each_leaf(position, &block)
          loop do
            batch = leaves.where(Sequel[:position] >= position).all
            batch.each(&block)
            break if batch.size < BATCH

            position = batch.last[:position] + 1
          end
        end

        def leaves
          columns = %i[position entry_id docket seq]
          hashes = [Sequel[:ledger_leaves][:hash], Sequel[:ledger_entries][:hash].as(:entry_hash)]
          db[:ledger_leaves].left_join(:ledger_entries, id: Sequel[:ledger_leaves][:entry_id])
            .order(:position)
            .limit(BATCH)
            .select(*columns, *hashes)
        end

        def leaf_and_entry(row, hash)
          return find(:entry_gone, place(:leaf, position: row[:position]), id: row[:entry_id]) if row[:docket].nil?
          return if row[:entry_hash] == hash

          checkpoint = Store::Checkpoint.over(row[:position])&.number || :none
          find(:leaf_differs, entry(row[:docket], row[:seq]), checkpoint: checkpoint)
        end

        # An entry that came in before the last leaf has a leaf of its own.
        def inserted
          last = db[:ledger_leaves].max(:entry_id) or return
          without = db[:ledger_entries]
            .where(id: (@first_id + 1)..last)
            .exclude(id: db[:ledger_leaves].select(:entry_id))
          without.select_map(%i[docket seq]).each { |name, seq| find(:entry_without_leaf, entry(name, seq)) }
        end
      end
    end
  end
end
