# frozen_string_literal: true

require "digest"
require "openssl"

module JustSeal
  module Operations
    # A party shows a card: it signs something fresh, and its certificate is checked. What it signs can be no document's
    # digest, since it begins with words of its own.
    class ProveByCard < Operation
      WRONG = :card_failed
      MAX_CHAIN = 6

      # The digest (hex, SHA-256) that the card is to sign.
      def begin(visitor)
        transaction do
          docket, party = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          asked = Store::Challenge.ask("card", at: now, **Store::Challenge.of(visitor))
          proofs.tried("card")
          digest(docket, party, asked).unpack1("H*")
        end
      end

      # +certificate+, +chain+: DER; +signature+: bytes. Returns [] for a proof, otherwise what is wrong, as
      # Core::Assurance::CardCheck tells it, or [:not_signed]. Its authority is asked only after all that can be said
      # without: a certificate that nobody accepted here vouches for leads nowhere over the network.
      def call(visitor, certificate:, chain:, signature:)
        card, pool = read(certificate, chain)
        faults, path = transaction { shown(visitor, card, pool, signature) }
        return faults if faults.any?

        status, = office.status.judge(card, path)
        transaction { settle(visitor, card, path, status) }
      end

      # The page says that a PIN was wrong: a try like any other. The PIN itself never comes here.
      def wrong_pin(visitor)
        transaction do
          docket, party = Room.enter(visitor)
          ProofRecorder.for(docket, party, visitor).wrong("card")
        end
      end

      private

      # [what is wrong so far, the accepted path above the card without its root].
      def shown(visitor, card, pool, signature)
        docket, party = Room.enter(visitor)
        proofs = ProofRecorder.for(docket, party, visitor)
        asked = Store::Challenge.take("card", at: now, **Store::Challenge.of(visitor))
        signed = asked && Core::Pdf::Signing.signed?(card, "SHA256", signature, digest(docket, party, asked))
        faults = signed ? faults(party, card, pool, :good) : [:not_signed]
        wrong(proofs, faults) if faults.any?
        [faults, path(card, pool)]
      end

      def settle(visitor, card, path, status)
        docket, party = Room.enter(visitor)
        proofs = ProofRecorder.for(docket, party, visitor)
        faults = faults(party, card, path, status)
        faults.empty? ? proofs.keep("card", told(card, path)) : wrong(proofs, faults)
        faults
      end

      def wrong(proofs, faults) = proofs.wrong("card", "faults" => faults.map(&:to_s))

      def path(card, pool)
        roots = office.roots.map(&:to_der)
        found = Core::Trust::Chain.validate(card, pool: pool, roots: office.roots, at: now).certificates
        found.drop(1).reject { |one| roots.include?(one.to_der) }
      end

      def digest(docket, party, asked)
        Digest::SHA256.digest("Just Seal, proof by card\n#{docket.number} #{party.letter}\n#{asked.value}")
      end

      def read(certificate, chain)
        [certificate, *chain.first(MAX_CHAIN)].map { |der| OpenSSL::X509::Certificate.new(der) }
          .then { |card, *pool| [card, pool] }
      rescue OpenSSL::X509::CertificateError
        raise Errors::Invalid, { "card" => :card_unreadable }
      end

      def faults(party, card, pool, status)
        given = { roots: office.roots, at: now, status: status, name: party.name, email: party.email }
        Core::Assurance::CardCheck.faults(card, pool: pool, **given)
      end

      def told(card, pool)
        {
          "faults" => [],
          "certificate" => [card.to_der].pack("m0"),
          "chain" => pool.map { |one| [one.to_der].pack("m0") },
          "subject" => card.subject.to_utf8,
          "issuer" => card.issuer.to_utf8,
          "serial" => card.serial.to_i.to_s(16)
        }
      end
    end
  end
end
