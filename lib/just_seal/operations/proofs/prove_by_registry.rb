# frozen_string_literal: true

require "digest"
require "securerandom"

module JustSeal
  module Operations
    # A party confirms at the national registry who it is. The registry's name has to agree with the party's.
    class ProveByRegistry < Operation
      # [address to send the browser to, state that comes back with it]
      def begin(visitor)
        registry = office.registry or raise Errors::Forbidden, :no_registry
        transaction do
          docket, party = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          state, nonce, verifier = Array.new(3) { SecureRandom.urlsafe_base64(32) }
          Store::Challenge.ask(
            "civil_id",
            at: now,
            value: Digest::SHA256.hexdigest(state),
            secret: office.secret_box.close("#{nonce} #{verifier}"),
            **Store::Challenge.of(visitor)
          )
          proofs.tried("civil_id")
          [registry.address(state: state, nonce: nonce, verifier: verifier, name: party.name), state]
        end
      end

      # Returns true, or what did not agree, as Core::Assurance::LegalName.agrees tells it. Raises Errors::Invalid for
      # an answer that does not hold, Errors::Unavailable.
      def call(visitor, state:, code:)
        asked = transaction { Store::Challenge.take("civil_id", at: now, **Store::Challenge.of(visitor)) }
        unless asked && asked.value == Digest::SHA256.hexdigest(state)
          raise Errors::Invalid, { "registry" => :question_not_open }
        end

        nonce, verifier = office.secret_box.open(asked.secret).split
        claims = office.registry.redeem(code: code, nonce: nonce, verifier: verifier)
        transaction { take(visitor, claims) }
      end

      # The party turned back there. Entered as a try that came to nothing.
      def refused(visitor)
        transaction do
          docket, party = Room.enter(visitor)
          Store::Challenge.take("civil_id", at: now, **Store::Challenge.of(visitor))
          record_event(docket, "party.proof_left", visitor, "party" => party.letter, "method" => "civil_id")
        end
      end

      private

      # Kept are the verified name and the birth date's hash: the date itself is nothing that the evidence needs.
      def take(visitor, claims)
        docket, party = Room.enter(visitor)
        proofs = ProofRecorder.for(docket, party, visitor)
        agrees = Core::Assurance::LegalName.agrees(claims.fetch("name"), party.name)
        born = Core::Ledger::Entry.digest("#{claims["sub"]} #{claims["birthdate"]}")
        proofs.keep("civil_id", { "name_agrees" => agrees, "name" => claims.fetch("name"), "born_sha256" => born })
        agrees
      end
    end
  end
end
