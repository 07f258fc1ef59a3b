# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands a party the bytes it is to sign, and records which bytes it was shown.
    class ViewDocument < Operation
      # Returns [bytes, sha256].
      def call(visitor)
        sha256 = transaction do
          docket, party = Room.open(visitor)
          raise Errors::Forbidden, "Agree to signing electronically first." unless party.consent_version

          docket.documents.first.current_sha256.tap { |shown| note(docket, party, visitor, shown) }
        end
        [office.blobs.get(sha256), sha256]
      end

      private

      # Each state of the document is entered once for each party, however often the page is loaded.
      def note(docket, party, visitor, sha256)
        seen = db[:ledger_entries].where(docket: docket.number,
          kind: "party.viewed").where(Sequel.like(:body, "%\"party\":\"#{party.letter}\",\"sha256\":\"#{sha256}\"%"))
        enter(docket, "party.viewed", visitor, "party" => party.letter, "sha256" => sha256) if seen.empty?
      end
    end
  end
end
