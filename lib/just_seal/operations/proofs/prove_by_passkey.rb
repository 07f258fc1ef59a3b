# frozen_string_literal: true

module JustSeal
  module Operations
    # A party uses a passkey that is bound to it.
    class ProveByPasskey < Operation
      WRONG = :passkey_failed

      # What the browser is to ask of a key.
      def begin(visitor)
        transaction do
          docket, party = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          options, challenge = office.passkeys.question(known: keys(party).select_map(:credential_id))
          Store::Challenge.ask("passkey", at: now, value: challenge, **Store::Challenge.of(visitor))
          proofs.tried("passkey")
          options
        end
      end

      # Returns true for a proof, false for a wrong try.
      def call(visitor, answer:)
        transaction do
          docket, party = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          asked = Store::Challenge.take("passkey", at: now, **Store::Challenge.of(visitor))
          row = keys(party).where(credential_id: answer["id"].to_s).for_update.first
          count = asked && row && office.passkeys.answered(
            answer,
            asked.value,
            public_key: office.secret_box.open(row.secret),
            sign_count: row.sign_count
          )
          count ? take(proofs, row, count) : proofs.wrong("passkey")
          !count.nil?
        end
      end

      private

      def keys(party) = Store::Authenticator.of(party).bound.where(kind: "passkey")

      def take(proofs, row, count)
        row.update(sign_count: count)
        proofs.keep_bound(row)
      end
    end
  end
end
