# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes away the authenticators of somebody who has lost them, with a reason. What was proved by them stays as it
    # was.
    class RemoveAuthenticator < Operation
      MAX_REASON = 500

      # Returns how many were taken away. Raises Errors::Invalid without a reason, Errors::Conflict when there is none.
      def call(actor, number:, letter:, reason:)
        unless reason.strip.length.between?(3, MAX_REASON)
          raise Errors::Invalid, { "reason" => Core::Problem.new(:reason_in_brief, limit: MAX_REASON) }
        end

        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = PartyLookup.of(docket, letter)
          found = Store::Authenticator.of(party).bound
          raise Errors::Conflict.new(:nothing_enrolled_for, name: party.name) if found.empty?

          record_event(
            docket,
            "authenticator.removed",
            actor,
            "party" => letter,
            "kinds" => found.select_map(:kind).sort.join(", "),
            "reason" => reason.strip
          )
          found.update(removed_at: now, removed_because: reason.strip)
        end
      end
    end
  end
end
