# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Binds an authenticator app to the person that a party is.
    class EnrolApp < Operation
      # Begins, or begins again. Returns the secret (bytes), which is shown once. Raises Errors::Forbidden below
      # AuthenticatorBinder::MIN_LEVEL, Errors::Conflict when an app is bound already.
      def begin(visitor)
        transaction do
          binder = binder(visitor)
          secret = SecureRandom.bytes(Core::Assurance::TimeCode::SECRET_BYTES)
          Store::Authenticator.of(binder.party).where(kind: "app_code", bound_at: nil).delete
          binder.begin("app_code", secret: secret.unpack1("H*"))
          secret
        end
      end

      # Binds it, once its app shows the right +code+; returns true, or false for a wrong one.
      def confirm(visitor, code:)
        transaction do
          binder = binder(visitor)
          row = begun(binder.party)
          step = Core::Assurance::TimeCode.step([office.secret_box.open(row.secret)].pack("H*"), code, now: now)
          next false.tap { ProofRecorder.new(binder.docket, binder.party, visitor).wrong("app_code") } unless step

          binder.bind(row, last_step: step)
          true
        end
      end

      private

      def binder(visitor)
        AuthenticatorBinder.new(visitor).tap do |binder|
          if Store::Authenticator.of(binder.party).bound.where(kind: "app_code").any?
            raise Errors::Conflict.new(:app_enrolled, name: binder.docket.owner.name)
          end
        end
      end

      def begun(party)
        rows = Store::Authenticator.of(party).where(kind: "app_code", bound_at: nil, removed_at: nil)
        rows.order(Sequel.desc(:id)).for_update.first or raise Errors::Conflict, :enrolment_ended
      end
    end
  end
end
