# frozen_string_literal: true

module JustSeal
  module Queries
    # Proofs out of the ledger's Merkle tree (RFC 9162, 2.1), as plain data for others to check.
    module LedgerProof
      module_function

      # {number => Core::Ledger::Chain's result} of chains, recomputed.
      def chains(numbers) = numbers.to_h { |number| [number, Store::Ledger.verified(number).last] }

      # [[[text, hash], ...], Core::Ledger::Chain's result] of a chain, recomputed.
      def whole(number) = Store::Ledger.verified(number)

      # {seq => {"salt", "private"}} of what lies apart from entries of a chain.
      def apart(number) = Store::Ledger.apart([number]).to_h { |one| [one["seq"], one.slice("salt", "private")] }

      # That entry +seq+ of chain +docket+ is in the newest checkpoint. Raises Errors::Missing, Errors::Conflict while
      # no checkpoint covers it.
      def entry(docket, seq)
        row = Store.db[:ledger_entries].first(
          docket: docket,
          seq: seq
        ) or raise Errors::Missing.new(:no_entry, number: docket, seq: seq)
        index = Store.db[:ledger_leaves].where(entry_id: row[:id]).get(:position)
        point = index && Store::Checkpoint.newest or raise Errors::Conflict.new(
          :not_covered_yet,
          minutes: JustSeal.office.settings.checkpoint_minutes
        )
        {
          "entry" => row[:body],
          "hash" => row[:hash],
          "index" => index,
          "path" => hex(point.tree.inclusion(index, point.size, Store::MerkleTree.nodes(point.digest))),
          **told(point)
        }
      end

      # That checkpoint number +from+ is the beginning of number +to+.
      def between(from, to)
        one, other = [from, to].map do |number|
          Store::Checkpoint[number] || raise(Errors::Missing.new(:no_checkpoint, number: number))
        end
        raise Errors::Conflict.new(:checkpoints_backwards, from: from, to: to) if one.size > other.size
        raise Errors::Conflict.new(:checkpoints_of_other_trees, from: from, to: to) if one.digest != other.digest

        {
          "from" => told(one),
          "to" => told(other),
          "path" => hex(one.tree.consistency(one.size, other.size, Store::MerkleTree.nodes(one.digest)))
        }
      end

      # {number => true or false}: is the checkpoint before it its beginning? Nothing is said of one on a new tree,
      # which the audit grows anew. +rows+: checkpoints, the newest first; the oldest of them is not asked about.
      def consecutive(rows)
        pairs = rows.each_cons(2).select { |later, earlier| later.digest == earlier.digest }
        pairs.to_h { |later, earlier| [later.number, follows?(later, earlier)] }
      end

      def follows?(later, earlier)
        tree = later.tree
        tree.consistent?(
          from: earlier.size,
          size: later.size,
          old_root: [earlier.root].pack("H*"),
          root: [later.root].pack("H*"),
          path: tree.consistency(earlier.size, later.size, Store::MerkleTree.nodes(later.digest))
        )
      end

      def hex(path) = path.map { |hash| hash.unpack1("H*") }
      def told(point) = { "checkpoint" => point.body, "token" => point.token }
    end
  end
end
