# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks for an exception to a party's floor. It counts once somebody else with the right to has allowed it; neither
    # of them sits on the seat that it favours.
    class AskWaiver < Operation
      REASON = (20..1000)

      # +granted+: the level that shall do instead; +reason+: text of substance; +ends_at+: Time. Returns the
      # Store::Waiver. Raises Errors::Invalid.
      def call(actor, number:, letter:, granted:, reason:, ends_at:)
        allow!(actor, :ask_waiver)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :prepare)
          raise Errors::Conflict.new(:docket_ended, number: number, state: docket.state) if docket.ended_at

          party = PartyLookup.of(docket, letter)
          raise Errors::Forbidden, :waiver_for_oneself if party.seated?(actor)

          floor = Queries::AssuranceStatus.new(docket, party, at: now).demand.floor
          refuse(floor, granted, reason.strip, ends_at)
          row = Store::Waiver.create(
            party_id: party.id,
            demanded: floor,
            granted: granted,
            reason: reason.strip,
            ends_at: ends_at,
            asked_by: actor.id,
            asked_at: now
          )
          record_event(
            docket,
            "waiver.asked",
            actor,
            "party" => letter,
            "demanded" => floor,
            "granted" => granted,
            "reason" => reason.strip,
            "until" => Core::Ledger::Entry.time(ends_at)
          )
          row
        end
      end

      private

      def refuse(floor, granted, reason, ends_at)
        problems = {}
        problems["granted"] = Core::Problem.new(:nothing_to_waive, floor: floor) if floor < 2
        problems["granted"] ||= Core::Problem.new(:waiver_level, floor: floor) unless granted.between?(
          1,
          [floor - 1, 1].max
        )
        unless REASON.cover?(reason.length)
          problems["reason"] = Core::Problem.new(:reason_of_substance, least: REASON.min, limit: REASON.max)
        end
        problems["ends"] = :end_passed if ends_at.nil? || ends_at <= now
        raise Errors::Invalid, problems unless problems.empty?
      end
    end
  end
end
