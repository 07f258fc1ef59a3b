# frozen_string_literal: true

module JustSeal
  module Operations
    # A member of staff has met a party and looked at an identity document. Its kind, issuer, last characters and expiry
    # are kept; never a picture, never its whole number.
    class RecordSeen < Operation
      # +visit+: number of the open visit in which it is to count; nil where the room opens on the device of whoever has
      # seen them. Returns the party. Raises Errors::Invalid keyed "visit", "kind", "issuer", "last", "expires";
      # Errors::Forbidden for the party itself.
      def call(actor, number:, letter:, kind:, issuer:, last:, expires:, visit: nil)
        document = read(kind: kind, issuer: issuer, last: last, expires: expires)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = PartyLookup.of(docket, letter)
          Room.check(docket, party)
          raise Errors::Forbidden, :own_identity if party.account_id == actor.id
          raise Errors::Conflict.new(:person_unsettled, name: party.name) if party.group?

          move_party(party, :open) if party.state == "invited"
          proofs = ProofRecorder.new(docket, party, actor, visit_id: visit && open_visit(party, visit).id)
          proofs.keep("seen", document.merge("by" => actor.name))
          party
        end
      end

      private

      def read(given) = SeenDocument.read(given, today: office.zone.to_local(now).to_date)

      def open_visit(party, number)
        visit = Store::Visit.live.first(party_id: party.id, number: number)
        return visit if visit&.usable?(now)

        raise Errors::Invalid, { "visit" => Core::Problem.new(:no_such_visit, name: party.name) }
      end
    end
  end
end
