# frozen_string_literal: true

module JustSeal
  module Operations
    # A party acts: its fields are filled in, its signature is added to every document over exactly the bytes that it
    # saw, and the next turn is invited. The organisation's witness key signs; a card's own key does by ActByCard.
    class ActOnDocket < Operation
      include Acting

      # +visitor+: Core::Actor of the party; +seen+: {position of the document => sha256 of the bytes that its browser
      # rendered}; +given+: +mark+ and +initials+ (Core::Fields::Mark or nil), +typed+ ({slot => text} of its fields),
      # +pages+ ({position => number of pages that came into its view}, as its browser says), +place+ (as
      # Core::Assurance::Location reads it). Returns the party. Raises Errors::Conflict when a document or the turn
      # has changed, Errors::Invalid for what is missing or can't be written, Errors::Forbidden short of the floor.
      def call(visitor, seen:, **given)
        docket, party = transaction { Room.enter(visitor) }
        check(docket, party, seen)
        submission = gather(docket, party, seen: seen, **given)
        signed = docket.to_sign.to_h do |document|
          [document.position, office.blobs.put(act(docket, party, document, submission))]
        end
        transaction { store(visitor, submission, signed, fields: submission.fields) }
      end

      private

      def act(docket, party, document, submission)
        bytes, filling = filling_of(docket, party, document, submission)
        words = I18n.t("in_document.reasons.witnessed", name: party.name)
        writing do
          Core::Pdf::ApplyPartySignature.call(
            bytes,
            by: party.name,
            reason: reason(party, words, standing(docket, party).level),
            **filling,
            **signature_options(:witness)
          )
        end
      end
    end
  end
end
