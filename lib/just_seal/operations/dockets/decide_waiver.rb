# frozen_string_literal: true

module JustSeal
  module Operations
    # Allows a waiver or turns it down. Nobody decides on what they asked for themselves.
    class DecideWaiver < Operation
      # Returns the Store::Waiver. Raises Errors::Forbidden, Errors::Conflict when it was decided or withdrawn already.
      def call(actor, number:, id:, allowed:)
        allow!(actor, :allow_waiver)
        transaction do
          docket = Store::Docket.locked(number)
          row = Store::Waiver.first(id: id, party_id: docket.parties_dataset.select(:id)) or
            raise Errors::Missing.new(:no_such_waiver, number: number)
          refuse(actor, row, docket)

          record_event(
            docket,
            allowed ? "waiver.allowed" : "waiver.turned_down",
            actor,
            "party" => row.party.letter,
            "demanded" => row.demanded,
            "granted" => row.granted
          )
          row.update(decided_by: actor.id, decided_at: now, allowed: allowed)
        end
      end

      private

      def refuse(actor, row, docket)
        raise Errors::Forbidden, :own_waiver if row.asked_by == actor.id
        raise Errors::Forbidden, :waiver_for_oneself if row.party.seated?(actor)
        raise Errors::Conflict, :waiver_decided if row.decided_at || row.withdrawn_at || docket.ended_at
      end
    end
  end
end
