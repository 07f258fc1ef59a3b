# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Binds an authenticator app to the person that a party is. It counts for no more than the proof under which it was bound, so level 2 must be proved first.
    class EnrolApp < Operation
      include Proving

      LEAST_LEVEL = 2

      # Begins, or begins again. Returns the secret (bytes), which is shown once. Raises Errors::Forbidden below LEAST_LEVEL, Errors::Conflict when an app is bound already.
      def begin(visitor)
        transaction do
          _docket, party = checked(visitor)
          secret = SecureRandom.bytes(Core::Assurance::TimeCode::SECRET_BYTES)
          Store::Authenticator.of(party).where(kind: "app_code", bound_at: nil).delete
          Store::Authenticator.create(kind: "app_code", email: Core::Dockets::Address.normal(party.email), account_id: party.account_id, secret: office.secret_box.close(secret.unpack1("H*")), begun_at: now)
          secret
        end
      end

      # Binds it, once its app shows the right +code+; returns true, or false for a wrong one.
      def confirm(visitor, code:)
        transaction do
          docket, party = checked(visitor)
          row = Store::Authenticator.of(party).where(kind: "app_code", bound_at: nil, removed_at: nil).order(Sequel.desc(:id)).for_update.first or raise Errors::Conflict, "Begin the enrolment again."
          step = Core::Assurance::TimeCode.step([office.secret_box.open(row.secret)].pack("H*"), code, now: now)
          next false.tap { count_wrong(docket, party, "app_code", visitor) } unless step

          level = [Queries::Standing.new(docket, party, at: now).level, 4].min
          row.update(bound_at: now, bound_level: level, bound_by: "docket #{docket.number} #{party.letter}", last_step: step)
          enter(docket, "authenticator.bound", visitor, "party" => party.letter, "kind" => "app_code", "level" => level)
          true
        end
      end

      private

      def checked(visitor)
        docket, party = Room.open(visitor)
        refuse_locked(docket, party)
        level = Queries::Standing.new(docket, party, at: now).level
        raise Errors::Forbidden, "An app is bound under level #{LEAST_LEVEL} at least, and yours reaches #{level}. Prove more first." if level < LEAST_LEVEL
        raise Errors::Conflict, "An app is enrolled for you already. If it is lost, ask #{docket.owner.name} to take it away." if Store::Authenticator.of(party).bound.where(kind: "app_code").any?

        [docket, party]
      end
    end
  end
end
