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
          Store::PersonalLink.create(
            party_id: party.id,
            token_sha256: Store::PersonalLink.digest(token),
            method: "in_person",
            issued_at: now,
            issued_by: actor.id
          )
          raise Errors::Conflict.new(:see_document_first, name: party.name) unless seen?(party)

          record_event(docket, "party.in_person", actor, "party" => party.letter)
          token
        end
      end

      # The device is back in the hands of +actor+, who has shown the password: the visit ends, and its link. +handle+:
      # of the visit. Returns the docket.
      def give_back(actor, handle:)
        transaction do
          visit = Store::Visit.first(handle: handle) or next
          docket = Store::Docket.where(id: visit.party.docket_id).for_update.first
          [visit, visit.link].each { |row| row.update(ended_at: now) unless row.ended_at }
          record_event(docket, "party.given_back", actor, "party" => visit.party.letter)
          docket
        end
      end

      private

      def seen?(party)
        since = now - (Core::Assurance::Level::FRESH_MINUTES * 60)
        party.proofs_dataset.where(method: "seen", visit_id: nil).where(Sequel[:proved_at] > since).any?
      end
    end
  end
end
