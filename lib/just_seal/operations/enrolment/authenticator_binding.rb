# frozen_string_literal: true

module JustSeal
  module Operations
    # Binding an authenticator to the person that a party is. It counts for no more than the proof under which it was
    # bound.
    module AuthenticatorBinding
      MIN_LEVEL = Core::Assurance::Level::MIN_BINDING

      private

      # [docket, party] of a visitor who may bind one now. Raises Errors::Forbidden below MIN_LEVEL.
      def may_bind(visitor)
        docket, party = Room.enter(visitor)
        ProofRecorder.refuse_locked(docket, party)
        level = Queries::AssuranceStatus.new(docket, party, at: now).binding_level
        raise Errors::Forbidden.new(:level_too_low_to_enrol, least: MIN_LEVEL, level: level) if level < MIN_LEVEL

        [docket, party]
      end

      def begin_binding(party, kind, secret:, **values)
        Store::Authenticator.create(
          kind: kind,
          email: Core::Dockets::Address.normal(party.email),
          account_id: party.account_id,
          secret: office.secret_box.close(secret),
          begun_at: now,
          **values
        )
      end

      def bind(docket, party, row, visitor, **values)
        level = Queries::AssuranceStatus.new(docket, party, at: now).binding_level
        row.update(bound_at: now, bound_level: level, bound_by: "#{docket.number} #{party.letter}", **values)
        record_event(
          docket,
          "authenticator.bound",
          visitor,
          "party" => party.letter,
          "kind" => row.kind,
          "level" => level
        )
      end
    end
  end
end
