# frozen_string_literal: true

module JustSeal
  module Operations
    # May a party act now, with what it proved in this visit and over the bytes that it was handed in it?
    class ActCheck < Operation
      # +seen+: {position => sha256}. Raises Errors::Conflict when the document is another by now, Errors::Forbidden
      # when it was not handed out in +visit+.
      def self.check_bytes(document, visit, seen)
        raise Errors::Conflict, :document_changed unless seen[document.position] == document.current_sha256
        raise Errors::Forbidden, :not_handed_out unless visit.handed_out.include?(document.current_sha256)
      end

      # As .call, in a transaction of its own; what was tried under the floor is entered.
      def self.first(visitor, docket, party, visit, seen, by_card: false)
        call(docket, party, visit, seen, by_card: by_card)
      rescue Errors::Forbidden => e
        new.note(visitor, party, e)
        raise
      end

      # +refused+: Errors::Forbidden.
      def note(visitor, party, refused)
        facts = refused.facts.slice(:wanted, :level).transform_keys(&:to_s)
        transaction do
          docket = Store::Docket.where(id: party.docket_id).for_update.first
          told = { "party" => party.letter, "why" => refused.reason.to_s, **facts }
          record_event(docket, "party.act_refused", visitor, told)
        end
      end

      # +by_card+: is it the party's card that signs? Whoever proved by a card signs by it, and nobody else.
      def call(docket, party, visit, seen, by_card: false)
        refuse_now(docket, party)
        raise Errors::Forbidden, :consent_first unless visit.consent_version

        standing = Queries::AssuranceStatus.new(docket, party, at: now, visit: visit)
        raise Errors::Forbidden, :proof_too_old if standing.level.zero?
        unless standing.enough?
          raise Errors::Forbidden.new(:level_too_low, wanted: standing.wanted, level: standing.level)
        end
        raise Errors::Forbidden, by_card ? :card_not_proved : :card_has_to_sign if standing.by_card? != by_card

        docket.to_sign.each { |document| self.class.check_bytes(document, visit, seen) }
      end

      private

      # Whatever was proved: a hold stops it, or it is on its way on paper.
      def refuse_now(docket, party)
        raise Errors::Conflict, :docket_stopped if HoldGate.stops?(docket)
        raise Errors::Conflict, :signs_on_paper if Store::PaperCopy.live.where(party_id: party.id).any?
      end
    end
  end
end
