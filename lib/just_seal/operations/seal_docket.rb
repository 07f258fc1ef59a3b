# frozen_string_literal: true

module JustSeal
  module Operations
    # Seals a finished document (PAdES B-LTA), makes its seal certificate, and files both with the record. Safe to run twice: the
    # work before the transaction leaves nothing behind but blobs, and the transaction does all or nothing.
    class SealDocket < Operation
      # Returns the docket when it was sealed now. Raises Errors::Unavailable while an authority is away: the job tries again.
      def call(docket_id)
        docket = Store::Docket[docket_id]
        return unless due?(docket)

        document = docket.documents.first
        sealed = seal(office.blobs.get(document.current_sha256))
        account = Queries::DocketAccount.call(docket, office: office, sealed: sealed, at: now)
        certificate = certify(account)
        [sealed, certificate].each { |bytes| office.blobs.put(bytes) }
        transaction { store(docket_id, document.current_sha256, sealed, certificate) }
      end

      private

      def due?(docket) = docket.state == "out" && Core::Dockets::Turns.complete?(docket.parties.map(&:seat))

      def seal(bytes)
        material = office.status.material(Core::Pdf::Seal.certificates(bytes))
        Core::Pdf::Seal.call(bytes, material: material, timestamp: office.time_stamps)
      end

      def certify(account)
        plain = Core::Pdf::Certificate.call(account, faces: office.faces)
        seal(Core::Pdf::Freeze.call(plain, spots: [], reason: "Seal certificate of docket #{account.fetch('docket')}",
**signature_options(:seal)))
      end

      def store(docket_id, current, sealed, certificate)
        docket = Store::Docket.where(id: docket_id).for_update.first
        return unless due?(docket) && docket.documents.first.current_sha256 == current

        document = docket.documents.first
        document.update(sealed_sha256: Core::Ledger::Entry.digest(sealed))
        move_docket(docket, :seal, ended_at: now)
        docket.parties_dataset.where(act: "receive").each { |party| move_party(party, :receive) }
        enter(docket, "docket.sealed", Core::Actor::SYSTEM, "sha256" => document.sealed_sha256)
        versions = FileSealed.new.call(docket, document, sealed, certificate)
        Jobs::ReadText.enqueue(versions.first.id)
        tell(docket, document, versions)
        docket
      end

      def tell(docket, document, versions)
        copies = versions.map { |version| { "file_name" => version.file_name, "sha256" => version.sha256 } }
        parties = docket.parties
        parties.each do |party|
          Messages.post(docket, :sealed, to: party, at: now, attachments: party.staff? ? [] : copies, record: document.record)
        end
        return if parties.any? { |party| party.account_id == docket.owner_id }

        Messages.post(docket, :sealed, to: docket.owner, at: now, record: document.record)
      end
    end
  end
end
