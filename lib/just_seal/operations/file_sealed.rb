# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts a sealed document and its certificate into the repository, as new locked versions of the record. Runs in the transaction that seals.
    class FileSealed < Operation
      # Returns the two versions.
      def call(docket, document, sealed, certificate)
        record = document.record.lock!
        record.update(particulars: Sequel.pg_jsonb(record.particulars.to_h.merge("docket_number" => docket.number)))
        versions = [add(docket, record, "sealed", sealed, "#{record.number} sealed.pdf"),
                    add(docket, record, "certificate", certificate, "#{record.number} seal certificate.pdf")]
        told = versions.map { |version| { "kind" => version.kind, "number" => version.number, "sha256" => version.sha256 } }
        enter(docket, "docket.filed", Core::Actor::SYSTEM, "record" => record.number, "versions" => told)
        versions
      end

      private

      def add(docket, record, kind, bytes, file_name)
        intake = Core::Pdf::Intake.look(Core::Pdf::Signing.open(bytes))
        Store::Version.create(record_id: record.id, number: (record.versions_dataset.max(:number) || 0) + 1, kind: kind, file_name: file_name,
          sha256: Core::Ledger::Entry.digest(bytes), size_bytes: bytes.bytesize, page_count: intake.pages,
          page_sizes: Sequel.pg_jsonb(intake.page_sizes), why: "docket #{docket.number}", docket_number: docket.number,
          created_at: now, locked: true)
      end
    end
  end
end
