# frozen_string_literal: true

module JustSeal
  module Operations
    # Reminds one party at once, because somebody asks for it.
    class RemindParty < Operation
      # Nobody is reminded more often than this by hand.
      PAUSE_SECONDS = 3600

      # Returns the party. Raises Errors::Conflict when it has nothing to do now, or was reminded just before.
      def call(actor, number:, letter:)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = PartyLookup.of(docket, letter)
          unless docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(party.state)
            raise Errors::Conflict.new(:nothing_do_now, name: party.name, number: number)
          end
          if party.reminded_at && party.reminded_at > now - PAUSE_SECONDS
            raise Errors::Conflict.new(:reminded_lately, name: party.name)
          end

          PartyReminder.call(docket, party, actor)
          party
        end
      end
    end
  end
end
