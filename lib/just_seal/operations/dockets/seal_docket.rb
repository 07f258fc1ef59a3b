# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # Seals the documents of a finished docket (PAdES B-LTA), makes its seal certificate, and files each with its
    # record. Safe to run twice: the work before the transaction leaves nothing behind but blobs, and the transaction
    # does all or nothing.
    class SealDocket < Operation
      MEGABYTE = 1024 * 1024

      # Returns the docket when it was sealed now. Raises Errors::Unavailable while an authority is away: the job tries
      # again.
      def call(docket_id)
        docket = Store::Docket[docket_id]
        return unless due?(docket)

        cards = docket.parties.filter_map { |party| party.card&.to_h }
        sealed = docket.to_sign.to_h do |document|
          [document.position, seal(office.blobs.get(document.current_sha256), cards)]
        end
        certificate = certify(account(docket, sealed), scans(docket))
        [*sealed.values, certificate].each { |bytes| office.blobs.put(bytes) }
        transaction { store(docket_id, docket.to_sign.map(&:current_sha256), sealed, certificate) }
      end

      private

      # Nothing is sealed with an act that is short of what the rules demand.
      def due?(docket)
        docket.state == "out" && Core::Dockets::Turns.complete?(docket.parties.map(&:seat)) &&
          Queries::ShortActs.of(docket, office: office).empty? && !HoldGate.stops?(docket)
      end

      def account(docket, sealed)
        checkpoint = TakeCheckpoint.call
        Queries::DocketAccount.call(docket, office: office, sealed: sealed, at: now, checkpoint: checkpoint)
      end

      # A card was good when it signed, and its signature was time-stamped then: those answers are put in, whatever
      # became of the card since.
      def seal(bytes, cards = [])
        known = cards.flat_map { |card| [card["certificate"], *card["chain"]] }
        kept = cards.inject(Core::Pdf::Seal::Material.new(certificates: [], ocsps: [], crls: [])) do |all, card|
          all.and(*answers(card))
        end
        certificates = known.map { |der| OpenSSL::X509::Certificate.new(der.unpack1("m0")) }
        SealFile.call(bytes, known: certificates, kept: kept)
      end

      def answers(card)
        card.values_at("vouchers", "ocsps", "crls").map { |ders| ders.map { |der| der.unpack1("m0") } }
      end

      # {name => bytes} of what came back on paper.
      def scans(docket)
        copies = Store::PaperCopy.where(docket_id: docket.id, state: "taken_in").order(:number)
        copies.to_h { |copy| ["#{copy.name.tr(" ", "-")}.pdf", office.blobs.get(copy.scan_sha256)] }
      end

      def certify(account, scans)
        words = Words.in_document("certificate")
        plain = Core::Pdf::Certificate.call(account, faces: office.faces, words: words, scans: scans)
        seal(
          Core::Pdf::CertifyForSigning.call(
            plain,
            spots: [],
            reason: I18n.t("in_document.reasons.certificate", docket: account.fetch("docket")),
            **signature_options(:seal)
          )
        )
      end

      # +current+: hashes of what was sealed; +sealed+: {position => bytes}.
      def store(docket_id, current, sealed, certificate)
        docket = Store::Docket.where(id: docket_id).for_update.first
        return unless due?(docket) && docket.to_sign.map(&:current_sha256) == current

        end_as_sealed(docket, sealed)
        versions = docket.to_sign.flat_map do |document|
          FileSealed.new.call(docket, document, sealed.fetch(document.position), certificate)
        end
        versions.select { |version| version.kind == "sealed" }.each { |version| Jobs::ReadText.enqueue(version.id) }
        tell(docket, versions)
        docket
      end

      def end_as_sealed(docket, sealed)
        docket.to_sign.each do |document|
          document.update(sealed_sha256: Core::Ledger::Entry.digest(sealed.fetch(document.position)))
        end
        move_docket(docket, :seal, ended_at: now)
        end_waivers(docket)
        docket.parties_dataset.where(act: "receive").each { |party| move_party(party, :receive) }
        record_event(docket, "docket.sealed", Core::Actor::SYSTEM, "sha256" => docket.to_sign.map(&:sealed_sha256))
      end

      def tell(docket, versions)
        record = docket.to_sign.first.record
        tell_parties(docket, record, versions)
        OnlookerMails.call(docket, "sealed", :sealed)
        return if docket.circulation_id || docket.parties.any? { |party| party.account_id == docket.owner_id }

        SenderNotice.call(docket, "sealed", :sealed, record: record, about: elsewhere(record))
      end

      # Where the record lies that was taken from another repository.
      def elsewhere(record)
        link = Store::RepositoryDocument.first(record_id: record.id)&.link
        link ? { "elsewhere" => link } : {}
      end

      # Those outside get the copies.
      def tell_parties(docket, record, versions)
        copies = SealedCopies.call(docket, versions)
        linked = too_large?(copies)
        docket.parties.flat_map(&:addressees).each do |one|
          fetched = linked || one.channels == ["text"]
          about = { "password" => docket.options.key?("password"), "copies" => (copies if fetched) }.compact
          attachments = one.staff? || fetched ? [] : copies
          Messages.post(docket, :sealed, to: one, at: now, attachments: attachments, record: record, about: about)
        end
      end

      # A mail of more than that is refused by many a server.
      def too_large?(copies)
        copies.sum { |copy| office.blobs.size(copy["sha256"]) } > Integer(office.settings.mail_megabytes) * MEGABYTE
      end
    end
  end
end
