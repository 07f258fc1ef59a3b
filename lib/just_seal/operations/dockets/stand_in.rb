# frozen_string_literal: true

module JustSeal
  module Operations
    # A deputy takes the seat of whoever is away: from then on it is the deputy who is asked, proves and acts, and what
    # is done says for whom. The rules may forbid it.
    class StandIn < Operation
      # Returns the party. Raises Errors::Forbidden for whoever is no deputy today or has a seat of their own (what two
      # are asked for is not done by one), and where the rules forbid it.
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
        raise Errors::Forbidden, :no_deputy unless deputy_of?(party, actor)
        raise Errors::Forbidden, :deputy_seated if docket.parties.any? { |one| one.seated?(actor) }

        open!(docket, party)
        demand = Queries::AssuranceStatus.new(docket, party, at: now).demand
        raise Errors::Forbidden, :deputy_against_rules unless demand.may_stand_in

        Store::Account[party.account_id]
      end

      # Nobody takes over what somebody does for somebody else.
      def deputy_of?(party, actor)
        party.account_id && party.acts_for.empty? && Queries::Deputies.today(office).for?(actor.id, party.account_id)
      end

      def open!(docket, party)
        facts = { number: docket.number, state: docket.state }
        raise Errors::Conflict.new(:docket_not_out, **facts) unless docket.state == "out"
        return if Core::Dockets::States::MAY_ACT.include?(party.state)

        raise Errors::Conflict.new(:acted_already, name: party.name)
      end
    end
  end
end
