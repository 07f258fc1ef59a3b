# frozen_string_literal: true

module JustSeal
  module Operations
    # A party passes what it is asked for on to somebody else, where the sender allows that. The seat stays; who sits on
    # it changes, and proves anew.
    class PassOn < Operation
      include Replacing

      # +visitor+: Core::Actor of the party; +name+, +email+, +organisation+: of whoever is to act instead. Returns the
      # party.
      # Raises Errors::Forbidden where it is not allowed, Errors::Invalid keyed "name" or "email".
      def call(visitor, name:, email:, organisation: "")
        values = outside(name, email, organisation)
        values = Store::Account.live.where(email: values[:email]).first&.seat || values
        transaction do
          docket, party = Room.open(visitor)
          raise Errors::Forbidden.new(:passing_on_forbidden, name: docket.owner.name) unless party.may_pass_on
          unless Queries::AssuranceStatus.new(
            docket, party, at: now
          ).demand.may_pass_on
            raise Errors::Forbidden,
              :passing_on_against_rules
          end
          if Core::Dockets::Address.normal(values[:email]) == Core::Dockets::Address.normal(party.email)
            raise Errors::Invalid, { "email" => :own_address }
          end

          record_event(
            docket,
            "party.passed_on",
            visitor,
            "party" => party.letter,
            "name" => values[:name],
            "email" => values[:email],
            "before" => party.email
          )
          replace(docket, party, values.merge(may_pass_on: false))
          Messages.post(
            docket,
            :passed_on,
            to: docket.owner,
            at: now,
            about: { "from" => visitor.name, "to" => "#{values[:name]} <#{values[:email]}>" }
          )
          party
        end
      end
    end
  end
end
