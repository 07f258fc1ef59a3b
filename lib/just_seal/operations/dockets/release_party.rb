# frozen_string_literal: true

module JustSeal
  module Operations
    # The sender lets a party try again that too many wrong tries have locked.
    class ReleaseParty < Operation
      # Returns the party. Raises Errors::Conflict when it is not locked.
      def call(actor, number:, letter:)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = PartyLookup.of(docket, letter)
          raise Errors::Conflict.new(:is_not_locked, name: party.name) unless party.locked_at

          record_event(docket, "party.released", actor, "party" => party.letter)
          party.update(locked_at: nil, wrong_tries: 0)
        end
      end
    end
  end
end
