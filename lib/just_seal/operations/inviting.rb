# frozen_string_literal: true

module JustSeal
  module Operations
    # Invites the parties whose turn it is; shared by sending and acting.
    module Inviting
      private

      # Returns the parties that were invited.
      def invite_next(docket)
        parties = docket.parties_dataset.all
        ids = Core::Dockets::Turns.to_invite(parties.map(&:seat)).map(&:id)
        parties.select { |party| ids.include?(party.id) }.each do |party|
          move_party(party, :invite)
          enter(docket, "party.invited", Core::Actor::SYSTEM, "party" => party.letter, "turn" => party.turn, "email" => party.email)
          Messages.post(docket, :invitation, to: party, at: now)
        end
      end
    end
  end
end
