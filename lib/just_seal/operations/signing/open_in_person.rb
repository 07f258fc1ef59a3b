# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # A member of staff opens the signing room on their own device for a party beside them, whom they have seen. Until
    # they take the device back by their password, nothing else opens on it.
    class OpenInPerson < Operation
      # Returns the token of a link that opens the room here. Raises Errors::Conflict when the party was not seen, or
      # too long ago.
      def call(actor, number:, letter:)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = PartyLookup.of(docket, letter)
          Room.check(docket, party)
          token = SecureRandom.urlsafe_base64(DeliverMessage::TOKEN_BYTES)
          link = Store::PersonalLink.create(
            party_id: party.id,
            token_sha256: Store::PersonalLink.digest(token),
            method: "in_person",
            issued_at: now,
            issued_by: actor.id
          )
          unless OpenRoom.here?(
            party, link, at: now
          )
            raise Errors::Conflict.new(:see_document_first, name: party.name)
          end

          record_event(docket, "party.in_person", actor, "party" => party.letter)
          token
        end
      end

      # The device is back in the hands of +actor+, who has shown the password: the link ends.
      def give_back(actor, token:)
        transaction do
          link = Store::PersonalLink.first(token_sha256: Store::PersonalLink.digest(token), method: "in_person") or next
          link.update(ended_at: now) unless link.ended_at
          record_event(link.party.docket, "party.given_back", actor, "party" => link.party.letter)
          link.party.docket
        end
      end
    end
  end
end
