# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # A party acts by its card, in two steps: the update of every document is prepared, with a place left for the
    # signature; then the card's signatures are put there.
    class ActByCard < Operation
      include Acting

      # As ActOnDocket.call. Returns {position => digest (hex, SHA-256) that the card has to sign}.
      def prepare(visitor, seen:, **given)
        docket, party = transaction { Room.enter(visitor) }
        check(docket, party, seen, by_card: true)
        submission = gather(docket, party, seen: seen, **given)
        card, = certificates(standing(docket, party).card_facts)
        prepared = docket.to_sign.to_h do |document|
          [document.position, prepared(docket, party, document, submission, card)]
        end
        transaction { keep(visitor, submission, prepared) }
        prepared.transform_values { |one| one["digest"] }
      end

      # +signatures+: {position => bytes}. Returns the party. Raises Errors::Invalid for what the card did not sign,
      # Errors::Conflict when nothing is prepared any more.
      def call(visitor, signatures:)
        docket, party = transaction { Room.enter(visitor) }
        submission, prepared, fields = kept(party)
        check(docket, party, submission.seen, by_card: true)
        facts = standing(docket, party).card_facts
        card, chain = certificates(facts)
        material = status_now(card, chain)
        signed = docket.to_sign.to_h do |document|
          signature = { certificate: card, chain: chain, signature: signatures[document.position].to_s }
          [document.position, signed(party, document, prepared.fetch(document.position), signature)]
        end
        kept = Sequel.pg_jsonb(card_of(facts, material))
        transaction { store(visitor, submission, signed, fields: fields, by_card: true, card: kept) }
      end

      private

      def prepared(docket, party, document, submission, card)
        bytes, filling = filling_of(docket, party, document, submission)
        reason = reason(party, I18n.t("in_document.reasons.by_card", name: party.name), Core::Assurance::Level::CARD)
        prepared, digest = writing do
          Core::Pdf::ApplyPartySignature.prepare(
            bytes,
            by: party.name,
            reason: reason,
            certificate: card,
            at: now,
            **filling
          )
        end
        { "sha256" => office.blobs.put(prepared), "digest" => digest.unpack1("H*") }
      end

      # The last one counts: who goes back and changes something prepares again.
      def keep(visitor, submission, prepared)
        _docket, party = Room.enter(visitor)
        kept = {
          "seen" => submission.seen,
          "kept" => submission.kept,
          "pages" => submission.pages,
          "place" => submission.place,
          "mark" => submission.mark,
          "fields" => submission.fields,
          "prepared" => prepared
        }
        Store::PreparedAct.dataset.insert_conflict(
          target: :party_id,
          update: { doing: Sequel[:excluded][:doing], prepared_at: now }
        ).insert(
          party_id: party.id, doing: Sequel.pg_jsonb(kept), prepared_at: now
        )
      end

      # [ActSubmission, {position => prepared}, its fields]
      def kept(party)
        row = Store::PreparedAct
          .where(party_id: party.id)
          .where(Sequel[:prepared_at] > now - Store::PreparedAct::LASTS_SECONDS)
          .first or

          raise Errors::Conflict, :card_too_slow
        kept = row.doing.to_h
        seen, pages, prepared = kept.values_at("seen", "pages", "prepared").map do |by_position|
          by_position.to_h.transform_keys(&:to_i)
        end
        [
          ActSubmission.new(
            seen: seen,
            kept: kept["kept"].to_h,
            pages: pages,
            place: kept["place"]&.to_h,
            mark: kept["mark"],
            written: {}
          ),
          prepared,
          kept["fields"].to_a
        ]
      end

      def certificates(facts)
        ders = [facts["certificate"], *facts["chain"]].map { |der| der.unpack1("m0") }
        card, *chain = ders.map { |der| OpenSSL::X509::Certificate.new(der) }
        [card, chain]
      end

      # The card has to be good at this moment; the answers that say so are kept for the seal.
      def status_now(card, chain)
        status, material = office.status.judge(card, chain)
        return material if status == :good

        raise Errors::Forbidden, :card_revoked if status == :revoked

        raise Errors::Unavailable, :card_status_unknown
      end

      # The hash of the document with the card's +signature+ where +prepared+ left a place for it.
      def signed(party, document, prepared, signature)
        fields = document.fields_dataset.where(party_id: party.id).order(:id)
        spots = fields.map { |field| field.spot(party.letter, document.position) }
        name = Core::Pdf::CertifyForSigning.field_name(party.letter, spots)
        bytes = office.blobs.get(prepared["sha256"])
        office.blobs.put(Core::Pdf::Signing.finish(bytes, name: name, timestamp: office.time_stamps, **signature))
      rescue Core::Refused
        raise Errors::Invalid, { "card" => :card_signature_wrong }
      end

      def card_of(facts, material)
        facts.slice("certificate", "chain", "subject", "issuer", "serial").merge(
          "ocsps" => material.ocsps.map { |der| [der].pack("m0") },
          "crls" => material.crls.map do |der|
            [der].pack("m0")
          end,
          "vouchers" => material.certificates.map { |der| [der].pack("m0") }
        )
      end
    end
  end
end
