# frozen_string_literal: true

module JustSeal
  module Operations
    # A party uses a passkey that is bound to it.
    class ProveByPasskey < Operation
      include Proving

      WRONG = :passkey_failed

      # What the browser is to ask of a key.
      def begin(visitor)
        transaction do
          docket, party = Room.enter(visitor)
          refuse_locked(docket, party)
          options, challenge = office.passkeys.question(known: keys(party).select_map(:credential_id))
          Store::Challenge.ask("passkey", at: now, value: challenge, party_id: party.id)
          tried(docket, party, "passkey", visitor)
          options
        end
      end

      # Returns true for a proof, false for a wrong try.
      def call(visitor, answer:)
        transaction do
          docket, party = Room.enter(visitor)
          refuse_locked(docket, party)
          asked = Store::Challenge.take("passkey", at: now, party_id: party.id)
          row = keys(party).where(credential_id: answer["id"].to_s).for_update.first
          count = asked && row && office.passkeys.answered(
            answer,
            asked.value,
            public_key: office.secret_box.open(row.secret),
            sign_count: row.sign_count
          )
          count ? take(docket, party, row, count, visitor) : count_wrong(docket, party, "passkey", visitor)
          !count.nil?
        end
      end

      private

      def keys(party) = Store::Authenticator.of(party).bound.where(kind: "passkey")

      def take(docket, party, row, count, visitor)
        row.update(sign_count: count)
        keep_bound_proof(docket, party, row, visitor)
      end
    end
  end
end
