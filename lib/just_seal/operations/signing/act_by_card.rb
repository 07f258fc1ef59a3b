# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # A party acts by its card, in two steps: the update of every document is prepared, with a place left for the
    # signature; then the card's signatures are put there.
    class ActByCard < Operation
      # As ActOnDocket.call. Returns {position => digest (hex) that the card has to sign}.
      def prepare(visitor, seen:, **given)
        docket, party, visit = transaction { Room.enter(visitor) }
        ActCheck.first(visitor, docket, party, visit, seen, by_card: true)
        submission = ActGatherer.new(docket, party, visit).call(seen: seen, **given)
        card, = certificates(card_facts(docket, party, visit))
        filling = DocumentFilling.new(docket, party, submission)
        prepared = docket.to_sign.to_h do |document|
          [document.position, prepared(party, document, filling, card)]
        end
        transaction { keep(visitor, submission, prepared) }
        prepared.transform_values { |one| one["digest"] }
      end

      # +signatures+: {position => bytes}. Returns the party. Raises Errors::Invalid for what the card did not sign,
      # Errors::Conflict when nothing is prepared any more.
      def call(visitor, signatures:)
        docket, party, visit = transaction { Room.enter(visitor) }
        submission, prepared = kept(visit)
        ActCheck.first(visitor, docket, party, visit, submission.seen, by_card: true)
        facts = card_facts(docket, party, visit)
        card, chain = certificates(facts)
        signed = docket.to_sign.to_h do |document|
          signature = { certificate: card, chain: chain, signature: signatures[document.position].to_s }
          [document.position, signed(party, document, prepared.fetch(document.position), signature)]
        end
        card = Sequel.pg_jsonb(card_of(facts, status_now(card, chain)))
        ActKeeper.call(visitor, submission, signed, by_card: true, card: card)
      end

      private

      def card_facts(docket, party, visit)
        Queries::AssuranceStatus.new(docket, party, at: now, visit: visit).card_facts
      end

      def prepared(party, document, filling, card)
        name = signing_name(party, card)
        words = I18n.t("in_document.reasons.by_card", name: name)
        reason = filling.reason(words, Core::Assurance::Level::CARD)
        algorithm = office.signature_digest
        prepared, digest = filling.call(document) do |bytes, what|
          Core::Pdf::ApplyPartySignature.prepare(
            bytes,
            by: name,
            reason: reason,
            certificate: card,
            digest_algorithm: algorithm,
            at: now,
            **what
          )
        end
        { "sha256" => office.blobs.put(prepared), "digest" => digest.unpack1("H*"), "algorithm" => algorithm }
      end

      # A card may be the party's by its address and bear another name: then that is who signs.
      def signing_name(party, card)
        Core::Assurance::CardCheck.named?(card, party.name) ? party.name : Core::Trust::Chain.name(card)
      end

      # The last one counts: who goes back and changes something prepares again.
      def keep(visitor, submission, prepared)
        _docket, party, visit = Room.enter(visitor)
        kept = { **submission.to_kept, "prepared" => prepared }
        Store::PreparedAct.dataset.insert_conflict(
          target: :party_id,
          update: { doing: Sequel[:excluded][:doing], prepared_at: now, visit_id: visit.id }
        ).insert(
          party_id: party.id, visit_id: visit.id, doing: Sequel.pg_jsonb(kept), prepared_at: now
        )
      end

      # [ActSubmission, {position => prepared}]
      def kept(visit)
        fresh = Sequel[:prepared_at] > now - Store::PreparedAct::LASTS_SECONDS
        row = Store::PreparedAct.where(visit_id: visit.id).where(fresh).first or
          raise Errors::Conflict, :card_too_slow
        kept = row.doing.to_h
        [ActSubmission.read(kept), kept["prepared"].to_h.transform_keys(&:to_i)]
      end

      def certificates(facts)
        ders = [facts["certificate"], *facts["chain"]].map { |der| der.unpack1("m0") }
        card, *chain = ders.map { |der| OpenSSL::X509::Certificate.new(der) }
        [card, chain]
      end

      # The card has to be good now that it has signed; the answers that say so are kept for the seal.
      def status_now(card, chain)
        status, material = office.status.judge(card, chain)
        return material if status == :good

        raise Errors::Forbidden, :card_revoked if status == :revoked

        raise Errors::Unavailable, :card_status_unknown
      end

      # The hash of the document with the card's +signature+ where +prepared+ left a place for it.
      def signed(party, document, prepared, signature)
        name = Core::Pdf::CertifyForSigning.field_name(party.letter, party.spots_on(document))
        options = { name: name, timestamp: office.time_stamps, digest_algorithm: prepared.fetch("algorithm", "sha256") }
        bytes = office.blobs.get(prepared["sha256"])
        office.blobs.put(Core::Pdf::Signing.finish(bytes, **options, **signature))
      rescue Core::Refused
        raise Errors::Invalid, { "card" => :card_signature_wrong }
      end

      def card_of(facts, material)
        facts.slice("certificate", "chain", "subject", "issuer", "serial").merge(
          "ocsps" => material.ocsps.map { |der| [der].pack("m0") },
          "crls" => material.crls.map { |der| [der].pack("m0") },
          "vouchers" => material.certificates.map { |der| [der].pack("m0") }
        )
      end
    end
  end
end
