# frozen_string_literal: true

module JustSeal
  module Operations
    # What every step in the signing room begins with.
    module Room
      module_function

      # [docket, party, visit] of +visitor+ (Core::Actor of a party in a visit), the docket locked and all of them as
      # they are then. Raises Errors::Forbidden when the visit has ended, Errors::Conflict when the party may not act
      # now.
      def enter(visitor)
        docket = Store::Docket.where(id: Store::Party.where(id: visitor.id).select(:docket_id)).for_update.first or
          raise Errors::Missing, :no_such_party
        party = Store::Party[visitor.id]
        check(docket, party)
        [docket, party, visit(party, visitor)]
      end

      # The same, for what tells of the document: where the rules want that, identity is proved first, in this visit.
      # +consented+: has the party to have agreed to act on a screen?
      def enter_proved(visitor, consented: true)
        docket, party, visit = enter(visitor)
        standing = Queries::AssuranceStatus.new(docket, party, at: JustSeal.office.now, visit: visit)
        if standing.demand.prove_first && !standing.enough?
          raise Errors::Forbidden.new(:level_first, level: standing.wanted)
        end
        raise Errors::Forbidden, :consent_first if consented && visit.consent_version.nil?

        [docket, party, visit]
      end

      # The visit is over when its link is: of an address that was corrected, or of who was replaced.
      def visit(party, visitor)
        visit = Store::Visit.first(id: visitor.visit_id, party_id: party.id)
        raise Errors::Forbidden, :visit_ended unless visit&.usable?(JustSeal.office.now)

        visit
      end

      def check(docket, party)
        unless docket.state == "out"
          raise Errors::Conflict.new(:docket_ended_for_party, number: docket.number, state: docket.state)
        end
        # The job that lets it lapse may come a little late; the deadline does not.
        raise Errors::Conflict.new(:time_to_act_over, number: docket.number) if docket.deadline <= JustSeal.office.now
        unless Core::Dockets::Turns.may_act?(party.seat, docket.parties_dataset.map(&:seat))
          raise Errors::Conflict, :not_your_turn
        end

        refuse_waiting(party)
      end

      # Another party signs on paper, and all others wait for it.
      def refuse_waiting(party)
        first = Queries::Lookup.paper_before(party)
        raise Errors::Conflict.new(:waits_for_paper, name: first.party.name) if first
      end
    end
  end
end
