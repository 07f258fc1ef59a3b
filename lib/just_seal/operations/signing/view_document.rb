# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands a party the bytes of a document, those that it is to sign or an enclosure, and records which bytes it was
    # shown.
    class ViewDocument < Operation
      # +position+: of the document in the docket. Returns [bytes, sha256].
      def call(visitor, position: 1)
        sha256 = transaction do
          docket, party = Room.enter_proved(visitor)
          document = docket.documents.find do |one|
            one.position == position
          end or raise Errors::Missing, :no_such_document
          document.current_sha256.tap { |shown| note(docket, party, visitor, document, shown) }
        end
        [office.blobs.get(sha256), sha256]
      end

      private

      # Each state of a document is entered once for each party, however often the page is loaded.
      def note(docket, party, visitor, document, sha256)
        facts = { "document" => document.position, "party" => party.letter, "sha256" => sha256 }
        seen = db[:ledger_entries].where(
          docket: docket.number,
          kind: "party.viewed"
        ).where(Sequel.like(:body, "%#{JSON.generate(facts)[1..-2]}%"))
        record_event(docket, "party.viewed", visitor, facts) if seen.empty?
      end
    end
  end
end
