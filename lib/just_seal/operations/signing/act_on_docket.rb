# frozen_string_literal: true

module JustSeal
  module Operations
    # A party acts: its fields are filled in, its signature is added to every document over exactly the bytes that it
    # saw, and the next turn is invited. The organisation's witness key signs; a card's own key does by ActByCard. A
    # document that is one for all stays as it is: the act is told of the very bytes that were seen.
    class ActOnDocket < Operation
      # +visitor+: Core::Actor of the party; +seen+: {position of the document => sha256 of the bytes that its browser
      # rendered}; +given+: +mark+ and +initials+ (Core::Fields::Mark or nil), +typed+ ({slot => text} of its fields),
      # +pages+ ({position => number of pages that came into its view}, as its browser says), +place+ (as
      # Core::Assurance::Location reads it). Returns the party. Raises Errors::Conflict when a document or the turn
      # has changed, Errors::Invalid for what is missing or can't be written, Errors::Forbidden short of the floor.
      def call(visitor, seen:, **given)
        docket, party, visit = transaction { Room.enter(visitor) }
        ActCheck.first(visitor, docket, party, visit, seen)
        submission = ActGatherer.new(docket, party, visit).call(seen: seen, **given)
        level = Queries::AssuranceStatus.new(docket, party, at: now, visit: visit).level
        filling = DocumentFilling.new(docket, party, submission)
        ActKeeper.call(
          visitor,
          submission,
          docket.for_all ? submission.seen : all_signed(docket, party, filling, level)
        )
      end

      private

      # {position => SHA-256 of the document with the party's signature}
      def all_signed(docket, party, filling, level)
        docket.to_sign.to_h do |document|
          [document.position, office.blobs.put(signed(party, document, filling, level))]
        end
      end

      def signed(party, document, filling, level)
        words = I18n.t("in_document.reasons.witnessed", name: party.name)
        filling.call(document) do |bytes, what|
          Core::Pdf::ApplyPartySignature.call(
            bytes,
            by: party.name,
            reason: filling.reason(words, level),
            **what,
            **signature_options(:witness)
          )
        end
      end
    end
  end
end
