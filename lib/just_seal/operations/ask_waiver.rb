# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks for an exception to a party's floor. It counts once somebody else with the right to has allowed it.
    class AskWaiver < Operation
      REASON = (20..1000)

      # +granted+: the level that shall do instead; +reason+: text of substance; +ends_at+: Time. Returns the
      # Store::Waiver. Raises Errors::Invalid.
      def call(actor, number:, letter:, granted:, reason:, ends_at:)
        allow!(actor, :ask_waiver)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :prepare)
          raise Errors::Conflict, "Docket #{number} has ended: #{docket.state}." if docket.ended_at

          party = Store::Party.first(
            docket_id: docket.id,
            letter: letter
          ) or raise Errors::Missing, "#{number} has no party #{letter}."
          floor = Queries::Standing.new(docket, party, at: now).demand.floor
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
          enter(
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
        problems["granted"] = "There is no floor that could be waived: the rules demand level #{floor}." if floor < 2
        problems["granted"] ||= "Choose a level below #{floor}, and at least 1." unless granted.between?(
          1,
          [floor - 1, 1].max
        )
        unless REASON.cover?(reason.length)
          problems["reason"] =
            "Give a reason of substance, in #{REASON.min} to #{REASON.max} characters."
        end
        problems["ends"] = "The end has passed. Choose a later day." if ends_at.nil? || ends_at <= now
        raise Errors::Invalid, problems unless problems.empty?
      end
    end
  end
end
