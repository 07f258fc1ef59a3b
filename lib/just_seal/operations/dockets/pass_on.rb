# frozen_string_literal: true

module JustSeal
  module Operations
    # A party passes what it is asked for on to somebody else, where the sender allows that. The seat stays; who sits on
    # it changes, and proves anew.
    class PassOn < Operation
      # +visitor+: Core::Actor of the party; +name+, +email+, +organisation+: of whoever is to act instead. Returns the
      # party.
      # Raises Errors::Forbidden where it is not allowed, Errors::Invalid keyed "name" or "email".
      def call(visitor, name:, email:, organisation: "")
        values = PartySuccession.outside(name, email, organisation, faces: office.faces)
        values = Store::Account.live.where(email: values[:email]).first&.seat || values
        transaction do
          docket, party = Room.enter(visitor)
          check(docket, party, values)
          record_event(docket, "party.passed_on", visitor, told(party, values))
          PartySuccession.call(docket, party, values.merge(may_pass_on: false))
          to = "#{values[:name]} <#{values[:email]}>"
          Messages.post(docket, :passed_on, to: docket.owner, at: now, about: { "from" => visitor.name, "to" => to })
          party
        end
      end

      private

      def check(docket, party, values)
        raise Errors::Forbidden.new(:passing_on_forbidden, name: docket.owner.name) unless party.may_pass_on

        demand = Queries::AssuranceStatus.new(docket, party, at: now).demand
        raise Errors::Forbidden, :passing_on_against_rules unless demand.may_pass_on

        own = Core::Dockets::Address.normal(values[:email]) == Core::Dockets::Address.normal(party.email)
        raise Errors::Invalid, { "email" => :own_address } if own
      end

      def told(party, values)
        { "party" => party.letter, "name" => values[:name], "email" => values[:email], "before" => party.email }
      end
    end
  end
end
