# frozen_string_literal: true

module JustSeal
  module Operations
    # Renews the proofs of one sealed file: the newest status of every certificate it rests on, and a document
    # time-stamp over all of it. The file's earlier revisions stay as they are, and the file that is renewed stays as
    # well. Safe to run twice.
    class RenewSeal < Operation
      # Returns the new Store::Version, nil when it was renewed already. Raises Errors::Unavailable while an authority
      # is away.
      def call(version_id)
        version = Store::Version[version_id]
        return if renewed?(version)

        before = office.blobs.get(version.sha256)
        bytes = SealFile.new.renewed(before)
        office.blobs.put(bytes)
        transaction { store(version, bytes) }
      end

      # Looks at what a sealed file rests on, and keeps it. To be called in a transaction.
      def self.look(version, bytes, now)
        known = JustSeal.office.accepted.slice(:roots, :register)
        footing = Core::Pdf::CryptographicDependencies.call(bytes, **known)
        Store::KeptStatus.note(*Core::Pdf::Seal.newest_stamp(bytes).values_at(:certificates, :at))
        Store::SealHealth.dataset.insert_conflict.insert(
          version_id: version.id,
          due_at: footing.due_at(now),
          rests_on: Sequel.pg_jsonb(footing.parts),
          looked_at: now
        )
      end

      private

      def renewed?(version) = Store::Version.where(renews: version.id).any?

      def store(version, bytes)
        record = version.record.lock!
        return if renewed?(version)

        fresh = Store::Version.create(
          record_id: record.id,
          number: record.versions_dataset.max(:number) + 1,
          kind: "renewed",
          renews: version.id,
          file_name: version.file_name,
          sha256: Core::Ledger::Entry.digest(bytes),
          size_bytes: bytes.bytesize,
          page_count: version.page_count,
          page_sizes: version.page_sizes,
          why: Core::Problem.kept(:renewed),
          docket_number: version.docket_number,
          created_at: now,
          locked: true
        )
        self.class.look(fresh, bytes, now)
        record_event_on(
          version.docket_number || record.number, # the sheet of a circulation is of no docket
          "document.renewed",
          Core::Actor::SYSTEM,
          "record" => record.number,
          "version" => fresh.number,
          "sha256_before" => version.sha256,
          "sha256" => fresh.sha256
        )
        fresh
      end
    end
  end
end
