# frozen_string_literal: true

module JustSeal
  module Operations
    # What every step in the signing room begins with.
    module Room
      module_function

      # [docket, party] of +visitor+ (Core::Actor of a party), the docket locked. Raises Errors::Conflict when the party
      # may not act now.
      def open(visitor)
        docket = Store::Docket.where(id: Store::Party.where(id: visitor.id).select(:docket_id)).for_update.first or
          raise Errors::Missing, "There is no such party."
        party = Store::Party[visitor.id]
        check(docket, party)
        [docket, party]
      end

      # The same, for what tells of the document: where the rules want that, identity is proved first.
      def open_proved(visitor)
        docket, party = open(visitor)
        standing = Queries::Standing.new(docket, party, at: JustSeal.office.now)
        if standing.demand.prove_first && !standing.enough?
          raise Errors::Forbidden,
            "The document is shown once you have proved who you are, to level #{standing.wanted}."
        end
        raise Errors::Forbidden, "Agree to signing electronically first." unless party.consent_version

        [docket, party]
      end

      def check(docket, party)
        unless docket.state == "out"
          raise Errors::Conflict,
            "Docket #{docket.number} has ended: #{docket.state}. Nothing can be signed any more."
        end
        # The job that lets it lapse may come a little late; the deadline does not.
        if docket.deadline <= JustSeal.office.now
          raise Errors::Conflict,
            "The time to act on docket #{docket.number} has run out. Ask its sender for a new one."
        end
        return if Core::Dockets::Turns.may_act?(party.seat, docket.parties_dataset.map(&:seat))

        raise Errors::Conflict,
          "It is not your turn any more, or not yet. Load the page again to see where the document stands."
      end
    end
  end
end
