# frozen_string_literal: true

require "json"

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
            words: Words.in_document("how_to_check"),
            digest: @checkpoint.digest
          ),
          **sealed,
          **originals,
          "certificate.pdf" => certificate,
          "docket.json" => account(certificate),
          **chain.files,
          "rulebook.json" => rulebook,
          **chain.authorities(sealed.values + [certificate])
        }
      end

      private

      def chain = @chain ||= ChainEvidence.new(@docket.number, office: @office, checkpoint: @checkpoint)

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
    end
  end
end
