# frozen_string_literal: true

module JustSeal
  module Store
    # The tree over all entries by a later digest than the first one. It has the leaves of the first, in the same
    # order, and is made out of the texts of entries; what is there is never changed.
    class LaterTree
      BATCH = 5_000

      # +digest+: one of Core::Ledger::Merkle::NAMES, but for the first.
      def initialize(digest)
        @digest = digest
        @merkle = Core::Ledger::Merkle.by(digest)
      end

      def size = (nodes_of_digest.where(level: 0).max(:index) || -1) + 1

      # As MerkleTree.nodes.
      def nodes
        lambda do |level, index|
          nodes_of_digest.where(level: level, index: index).get(:hash) ||
            raise(Errors::Damaged.new(:tree_lacks_part, level: level, index: index))
        end
      end

      # Adds a leaf for each of the first tree's, in batches. Returns Core::Ledger::Merkle::Growth. To be called within
      # MerkleTree.alone.
      def grow
        growth = Core::Ledger::Merkle::Growth.new(size, nodes, @merkle)
        until (texts = texts_from(growth.size)).empty?
          Store.transaction { add(growth, texts) }
        end
        growth
      end

      # [text of an entry, ...] from leaf +first+ on.
      def texts_from(first)
        Store.db[:ledger_leaves].join(:ledger_entries, id: :entry_id)
          .where(position: first...(first + BATCH)).order(:position).select_map(:body)
      end

      private

      def nodes_of_digest = Store.db[:ledger_later_nodes].where(digest: @digest)

      def add(growth, texts)
        found = texts.flat_map do |text|
          leaf = @merkle.leaf(@merkle.entry(text))
          nodes = [[0, growth.size, leaf]]
          growth.push(leaf) { |*node| nodes << node }
          nodes
        end
        rows = found.map { |level, index, hash| [@digest, level, index, Sequel.blob(hash)] }
        Store.db[:ledger_later_nodes].import(%i[digest level index hash], rows)
      end
    end
  end
end
