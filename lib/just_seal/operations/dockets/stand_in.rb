# frozen_string_literal: true

module JustSeal
  module Operations
    # A deputy takes the seat of whoever is away: from then on it is the deputy who is asked, proves and acts, and what
    # is done says for whom. The rules may forbid it.
    class StandIn < Operation
      # Returns the party. Raises Errors::Forbidden for whoever is no deputy today, or where the rules forbid it.
      def call(actor, number:, letter:)
        transaction do
          docket = Store::Docket.locked(number)
          party = Store::Party.where(docket_id: docket.id, letter: letter).for_update.first or
            raise Errors::Missing.new(:no_party, number: number, letter: letter)
          absent = check(actor, docket, party)
          facts = { "party" => letter, "name" => actor.name, "for" => absent.name }
          record_event(docket, "party.stood_in", actor, facts)
          seat = Store::Account[actor.id].seat
          PartySuccession.call(docket, party, seat.merge(acts_for: absent.name, may_pass_on: false))
        end
      end

      private

      # The Store::Account of whoever is away.
      def check(actor, docket, party)
        deputy = party.account_id && Queries::Deputies.today(office).for?(actor.id, party.account_id)
        raise Errors::Forbidden, :no_deputy unless deputy
        unless docket.state == "out"
          raise Errors::Conflict.new(
            :docket_not_out,
            number: docket.number,
            state: docket.state
          )
        end

        unless Core::Dockets::States::MAY_ACT.include?(party.state)
          raise Errors::Conflict.new(:acted_already, name: party.name)
        end

        demand = Queries::AssuranceStatus.new(docket, party, at: now).demand
        raise Errors::Forbidden, :deputy_against_rules unless demand.may_stand_in

        Store::Account[party.account_id]
      end
    end
  end
end
