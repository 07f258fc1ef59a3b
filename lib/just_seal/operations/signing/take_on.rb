# frozen_string_literal: true

module JustSeal
  module Operations
    # One of a group takes on what any one of them is asked for: from then on it is the party, and the links of the
    # others are dead.
    class TakeOn < Operation
      # +token+: of the member's personal link; +origin+: address, client and via of the request. Returns the party.
      # Raises Errors::Conflict when somebody else was faster.
      def call(token, **origin)
        transaction do
          link = Store::PersonalLink.first(token_sha256: Store::PersonalLink.digest(token))
          docket = link && Store::Docket.where(id: link.party.docket_id).for_update.first
          raise Errors::Missing, :taken_on_or_ended unless link&.member && link.refresh.live?

          party = link.party.refresh
          Room.check(docket, party)
          raise Errors::Conflict.new(:taken_on_already, name: party.name) unless party.group?

          take(docket, party, link, origin)
        end
      end

      private

      def take(docket, party, link, origin)
        group = party.name
        party.update(link.member.values.slice(:kind, :account_id, :name, :email, :organisation, :job_title, :telephone))
        rulebook = docket.rulebook && Store::Rulebook[docket.rulebook]
        party.update(demand: Sequel.pg_jsonb(Queries::AssuranceStatus.demand(docket, party, rulebook).kept))
        Store::PersonalLink.where(party_id: party.id).live.exclude(id: link.id).update(ended_at: now)
        actor = Core::Actor.new(kind: "party", id: party.id, name: party.name, **origin)
        record_event(docket, "party.taken_on", actor, "party" => party.letter, "email" => party.email, "group" => group)
        party
      end
    end
  end
end
