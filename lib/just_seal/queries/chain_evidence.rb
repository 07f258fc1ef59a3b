# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Queries
    # What proves one chain of the ledger to an outsider: its entries, the checkpoint that covers them, and whom one has
    # to trust.
    class ChainEvidence
      # +chain+: its name; +checkpoint+: Store::Checkpoint that covers its newest entry.
      def initialize(chain, office:, checkpoint:)
        @chain = chain
        @office = office
        @checkpoint = checkpoint
      end

      # {name => bytes}
      def files
        {
          "ledger.jsonl" => rows.map { |text, _| "#{text}\n" }.join,
          **self.class.apart([@chain], most: rows.size),
          **checkpoint_files
        }
      end

      # {"private.jsonl" => what entries of +chains+ say of people, apart}; nothing where nothing lies apart. +most+: up
      # to which seq.
      def self.apart(chains, most: nil)
        told = Store::Ledger.apart(chains).select { |one| most.nil? || one["seq"] <= most }
        return {} if told.empty?

        { "private.jsonl" => told.map { |one| "#{Core::Ledger::Canonical.dump(one)}\n" }.join }
      end

      # Certificates and revocation answers, as the documents carry them.
      def authorities(papers)
        stores = papers.map { |bytes| Core::Pdf::Check::SecurityStore.new(Core::Pdf::Signing.open(bytes)) }
        certificates = (papers.flat_map do |bytes|
          Core::Pdf::Seal.certificates(bytes)
        end + stores.flat_map(&:certificates)).uniq(&:to_der)
        pem = ->(list) { list.map(&:to_pem).join }
        {
          "certificates/root.pem" => pem.call(@office.roots),
          "certificates/all.pem" => pem.call(certificates),
          "certificates/time-stamps.pem" => pem.call(stamps),
          **numbered("revocation", "ocsp", stores.flat_map(&:ocsps).uniq),
          **numbered("revocation", "crl", stores.flat_map(&:crl_ders).uniq)
        }
      end

      private

      def rows = @rows ||= Store::Ledger.rows(@chain).first(covered)

      # Entries that came after the checkpoint was taken are not proved by it.
      def covered
        Store.db[:ledger_entries].where(docket: @chain).where(
          id: Store.db[:ledger_leaves].where(Sequel[:position] < @checkpoint.size).select(:entry_id)
        ).count
      end

      def proofs
        @proofs ||= positions.map do |seq, index|
          path = tree.inclusion(index, @checkpoint.size, nodes).map { |hash| hash.unpack1("H*") }
          { "seq" => seq, "index" => index, "path" => path }
        end
      end

      # [[seq, leaf], ...]
      def positions
        Store.db[:ledger_entries].join(:ledger_leaves, entry_id: :id)
          .where(docket: @chain)
          .where(Sequel[:position] < @checkpoint.size)
          .order(:seq)
          .select_map(%i[seq position])
      end

      def tree = @checkpoint.tree
      def nodes = @nodes ||= Store::MerkleTree.nodes(@checkpoint.digest)

      def checkpoint_files
        {
          "checkpoint.json" => JSON.pretty_generate(
            "body" => @checkpoint.body,
            "token" => @checkpoint.token,
            "proofs" => proofs
          ),
          "checkpoint-body.json" => @checkpoint.body,
          "checkpoint.tst" => @checkpoint.token.unpack1("m0"),
          "last-entry-path.txt" => last_path
        }
      end

      # The hash of the last entry, the root, and from one to the other each neighbour with its side.
      def last_path
        proof = proofs.last
        sides = tree.sides(proof["index"], @checkpoint.size, proof["path"].size)
        steps = sides.zip(proof["path"]).map { |side, hash| "#{side} #{hash}" }
        "#{[tree.entry(rows.last.first), @checkpoint.root, *steps].join("\n")}\n"
      end

      def stamps = Core::Trust::Cms.read(@checkpoint.token.unpack1("m0")).certificates

      def numbered(folder, ending, ders)
        ders.each_with_index.to_h { |der, index| ["#{folder}/#{index + 1}.#{ending}", der] }
      end
    end
  end
end
