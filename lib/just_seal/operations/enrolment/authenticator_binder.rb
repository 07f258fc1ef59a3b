# frozen_string_literal: true

module JustSeal
  module Operations
    # Binds authenticators to the person that a party is. One counts for no more than the proof under which it was
    # bound. Runs in the transaction of what binds.
    class AuthenticatorBinder < Operation
      MIN_LEVEL = Core::Assurance::Level::MIN_BINDING

      attr_reader :docket, :party

      # For a visitor who may bind one now. Raises Errors::Forbidden below MIN_LEVEL.
      def initialize(visitor)
        super()
        @visitor = visitor
        @docket, @party, @visit = Room.enter(visitor)
        ProofRecorder.refuse_locked(docket, party)
        return if level >= MIN_LEVEL

        raise Errors::Forbidden.new(:level_too_low_to_enrol, least: MIN_LEVEL, level: level)
      end

      # An authenticator that is not bound yet.
      def begin(kind, secret:, **values)
        Store::Authenticator.create(
          kind: kind,
          email: Core::Dockets::Address.normal(party.email),
          account_id: party.account_id,
          secret: office.secret_box.close(secret),
          begun_at: now,
          **values
        )
      end

      def bind(row, **values)
        row.update(bound_at: now, bound_level: level, bound_by: "#{docket.number} #{party.letter}", **values)
        facts = { "party" => party.letter, "kind" => row.kind, "level" => level }
        record_event(docket, "authenticator.bound", @visitor, facts)
      end

      private

      def level = @level ||= Queries::AssuranceStatus.new(docket, party, at: now, visit: @visit).binding_level
    end
  end
end
