# frozen_string_literal: true

module JustSeal
  module Operations
    # A party comes in by its personal link: that it holds the link is a proof, and is recorded as one.
    class OpenRoom < Operation
      # Coming back within this time is the same visit and makes no new entry.
      VISIT_SECONDS = 15 * 60

      # +token+: from the address; +address+, +client+: of the visitor; +prove+: false to look only: a mail scanner that
      # follows links proves nothing. Returns the Store::Party.
      # Raises Errors::Missing for a link that never was, has ended, or whose docket has ended.
      def call(token, address:, client:, prove: true)
        transaction do
          link = Store::PersonalLink.first(token_sha256: Store::PersonalLink.digest(token)) or raise Errors::Missing,
            :link_invalid
          docket = Store::Docket.where(id: link.party.docket_id).for_update.first
          party = link.party.refresh
          refuse_replaced(docket, party, link)
          visit(docket, party, link, address, client) if prove && !party.group? && may_enter?(docket, party, link)
          party
        end
      end

      # Has this party come in by its link or by its account, or was it led in by whoever has seen it, as long ago as a
      # proof counts at most? +link+: its Store::PersonalLink.
      def self.here?(party, link, at:)
        party.proofs_dataset.where(
          method: if link[:method] == "in_person"
                    %w[seen]
                  else
                    %w[
                      link
                      account
                    ]
                  end
        ).where(Sequel[:proved_at] > at - (Core::Assurance::Level::FRESH_MINUTES * 60)).any?
      end

      private

      # The link of an address that was corrected, or of somebody who was replaced, opens nothing any more.
      def refuse_replaced(docket, party, link)
        return unless link.ended_at && docket.state == "out" && %w[waiting invited opened proved].include?(party.state)

        raise Errors::Missing.new(:taken_on_by, name: party.name) if link.member

        raise Errors::Missing.new(:link_ended, name: docket.owner.name)
      end

      def may_enter?(docket, party, link)
        link.ended_at.nil? && docket.state == "out" && Core::Dockets::Turns.may_act?(
          party.seat,
          docket.parties.map(&:seat)
        )
      end

      def visit(docket, party, link, address, client)
        actor = Core::Actor.new(kind: "party", id: party.id, name: party.name, address: address, client: client)
        if party.state == "invited"
          move_party(party, :open)
          record_event(docket, "party.opened", actor, "party" => party.letter)
        end
        prove(docket, party, link, actor) unless link[:method] == "in_person" || recent_proof?(party, link)
      end

      def recent_proof?(party, link)
        party.proofs_dataset.where(method: link[:method]).where(Sequel[:proved_at] > now - VISIT_SECONDS).any?
      end

      def prove(docket, party, link, actor)
        facts = link[:method] == "account" ? { "factors" => link.factors } : {}
        ProofRecorder.new(docket, party, actor).keep(link[:method], facts)
      end
    end
  end
end
