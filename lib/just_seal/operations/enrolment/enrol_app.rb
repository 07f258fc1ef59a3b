# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Binds an authenticator app to the person that a party is.
    class EnrolApp < Operation
      include AuthenticatorBinding

      # Begins, or begins again. Returns the secret (bytes), which is shown once. Raises Errors::Forbidden below
      # MIN_LEVEL, Errors::Conflict when an app is bound already.
      def begin(visitor)
        transaction do
          _docket, party = checked(visitor)
          secret = SecureRandom.bytes(Core::Assurance::TimeCode::SECRET_BYTES)
          Store::Authenticator.of(party).where(kind: "app_code", bound_at: nil).delete
          begin_binding(party, "app_code", secret: secret.unpack1("H*"))
          secret
        end
      end

      # Binds it, once its app shows the right +code+; returns true, or false for a wrong one.
      def confirm(visitor, code:)
        transaction do
          docket, party = checked(visitor)
          row = Store::Authenticator.of(party).where(
            kind: "app_code",
            bound_at: nil,
            removed_at: nil
          ).order(Sequel.desc(:id)).for_update.first or raise Errors::Conflict, :enrolment_ended
          step = Core::Assurance::TimeCode.step([office.secret_box.open(row.secret)].pack("H*"), code, now: now)
          next false.tap { ProofRecorder.new(docket, party, visitor).wrong("app_code") } unless step

          bind(docket, party, row, visitor, last_step: step)
          true
        end
      end

      private

      def checked(visitor)
        docket, party = may_bind(visitor)
        if Store::Authenticator.of(party).bound.where(kind: "app_code").any?
          raise Errors::Conflict.new(:app_enrolled, name: docket.owner.name)
        end

        [docket, party]
      end
    end
  end
end
