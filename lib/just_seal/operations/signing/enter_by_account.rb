# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # A member of staff goes from the Desk into the signing room: being signed in is the proof.
    class EnterByAccount < Operation
      # Returns the token of a fresh link for the staff party of docket +number+ that is +actor+. +factors+: how many it
      # has shown here; +vouched+: how it showed elsewhere who it is (Core::Offices::Vouched#way), nil for nowhere. What
      # that counts for is said by the rulebook that the docket goes by.
      def call(actor, number:, factors: 1, vouched: nil)
        transaction do
          docket = Store::Docket.locked(number)
          party = docket.parties_dataset.first(account_id: actor.id)
          member = party ? nil : member(docket, actor)
          party ||= member&.party or raise Errors::Missing.new(:not_on_docket, number: number)
          Room.check(docket, party)
          SecureRandom.urlsafe_base64(DeliverMessage::TOKEN_BYTES).tap do |token|
            Store::PersonalLink.create(
              party_id: party.id,
              member_id: member&.id,
              token_sha256: Store::PersonalLink.digest(token),
              method: "account",
              factors: [factors, elsewhere(docket, vouched)].max,
              vouched: vouched && Sequel.pg_jsonb(vouched),
              issued_at: now
            )
          end
        end
      end

      private

      def elsewhere(docket, vouched)
        (vouched && docket.rulebook && Store::Rulebook[docket.rulebook]&.rules&.factors(vouched)) || 1
      end

      # As one of a group that nobody has taken on for yet.
      def member(docket, actor)
        Store::PartyMember.first(
          account_id: actor.id,
          party_id: docket.parties_dataset.where(kind: "group").select(:id)
        )
      end
    end
  end
end
