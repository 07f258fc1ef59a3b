# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Queries
    # Everything that the evidence bundle of a sealed docket holds, as files: {name => bytes}.
    class DocketEvidence
      # +checkpoint+: Store::Checkpoint that covers the docket's newest entry.
      def initialize(docket, office:, checkpoint:)
        @docket = docket
        @office = office
        @checkpoint = checkpoint
      end

      def files
        sealed, certificate = papers
        {
          "HOW-TO-CHECK.txt" => Core::Bundle::HowToCheck.text(
            docket: @docket.number,
            office: @office.name,
            documents: sealed.keys,
            words: Words.in_document("how_to_check")
          ),
          **sealed,
          **originals,
          "certificate.pdf" => certificate,
          "docket.json" => account(certificate),
          "ledger.jsonl" => rows.map do |text, _|
            "#{text}\n"
          end.join,
          **checkpoint_files,
          "rulebook.json" => rulebook,
          **authorities(sealed.values + [certificate])
        }
      end

      private

      def rows = @rows ||= Store::Ledger.rows(@docket.number).first(covered)

      # Entries that came after the checkpoint was taken are not proved by it.
      def covered
        Store.db[:ledger_entries].where(docket: @docket.number).where(
          id: Store.db[:ledger_leaves].where(Sequel[:position] < @checkpoint.size).select(:entry_id)
        ).count
      end

      # [{name => bytes} of the sealed documents, bytes of the certificate]
      def papers
        certificate = Store::Version.where(
          docket_number: @docket.number,
          kind: "certificate"
        ).order(:id).first or raise Errors::Conflict.new(:not_sealed, number: @docket.number)
        [
          named(
            "documents",
            @docket.to_sign.map do |document|
              [document, newest(document)]
            end
          ),
          @office.blobs.get(certificate.sha256)
        ]
      end

      # The newest state of a sealed document, which may have been renewed.
      def newest(document)
        Store::Version.where(
          docket_number: @docket.number,
          record_id: document.record_id,
          kind: %w[sealed renewed]
        ).order(Sequel.desc(:id)).get(:sha256) || document.sealed_sha256
      end

      def originals = named("originals", @docket.documents.map { |document| [document, document.version.sha256] })

      # Numbers before the names, so that no two are the same.
      def named(folder, pairs)
        pairs.to_h do |document, sha256|
          title = Core::Filing::SafeName.line(document.record.title).gsub(%r{[/\\:*?"<>|]}, "-")[0, 120]
          ["#{folder}/#{document.position} #{title}.pdf", @office.blobs.get(sha256)]
        end
      end

      # The account stands in the seal certificate, and only there: it is what was true when it was sealed.
      def account(certificate)
        doc = Core::Pdf::Signing.open(certificate)
        doc.files.find { |file| file.path == "docket.json" }.embedded_file_stream.stream
      end

      def proofs
        @proofs ||= Store.db[:ledger_entries].join(
          :ledger_leaves,
          entry_id: :id
        ).where(docket: @docket.number).where(Sequel[:position] < @checkpoint.size).order(:seq).select_map(%i[
          seq
          position
        ]).map do |seq, index|
          {
            "seq" => seq,
            "index" => index,
            "path" => Core::Ledger::Merkle.inclusion(index, @checkpoint.size, Store::MerkleTree.nodes).map do |hash|
              hash.unpack1("H*")
            end
          }
        end
      end

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
        steps = Core::Ledger::Merkle.sides(
          proof["index"],
          @checkpoint.size,
          proof["path"].size
        ).zip(proof["path"]).map do |side, hash|
          "#{side} #{hash}"
        end
        "#{[rows.last.last, @checkpoint.root, *steps].join("\n")}\n"
      end

      def rulebook
        row = @docket.rulebook && Store::Rulebook[@docket.rulebook]
        JSON.pretty_generate(
          row ? {
            "version" => row.version,
            "title" => row.title,
            "in_force_from" => Core::Ledger::Entry.time(row.starts_at),
            **row.definition.to_h
          } : { "version" => nil }
        )
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

      def stamps = Core::Trust::Cms.read(@checkpoint.token.unpack1("m0")).certificates

      def numbered(folder, ending, ders)
        ders.each_with_index.to_h { |der, index| ["#{folder}/#{index + 1}.#{ending}", der] }
      end
    end
  end
end
