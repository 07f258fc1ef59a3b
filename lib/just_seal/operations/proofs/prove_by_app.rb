# frozen_string_literal: true

module JustSeal
  module Operations
    # A party types the code of the app that is bound to it.
    class ProveByApp < Operation
      WRONG = :app_code_wrong

      # Returns true for a proof, false for a wrong try. Raises Errors::Forbidden for a party that is locked.
      def call(visitor, code:)
        transaction do
          docket, party = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          row = Store::Authenticator.of(party).bound.where(kind: "app_code").for_update.first
          # Without an app there is a computation all the same: the answer takes as long.
          secret = row ? [office.secret_box.open(row.secret)].pack("H*") : "0" * Core::Assurance::TimeCode::SECRET_BYTES
          step = Core::Assurance::TimeCode.step(secret, code, now: now, after: row ? row.last_step : 0)
          right = !row.nil? && !step.nil?
          right ? take(proofs, row, step) : proofs.wrong("app_code")
          right
        end
      end

      private

      def take(proofs, row, step)
        row.update(last_step: step)
        proofs.keep_bound(row)
      end
    end
  end
end
