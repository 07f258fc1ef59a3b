# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands a party the bytes of a document, those that it is to sign or an enclosure, and records which bytes it was
    # shown.
    class ViewDocument < Operation
      # +position+: of the document in the docket. Returns [bytes, sha256].
      def call(visitor, position: 1)
        sha256 = transaction do
          docket, party, visit = Room.enter_proved(visitor)
          document = docket.documents.find { |one| one.position == position } or
            raise Errors::Missing, :no_such_document
          hand_out(docket, party, visit, visitor, document)
        end
        [office.blobs.get(sha256), sha256]
      end

      private

      # Each state of a document is entered once for each visit, however often the page is loaded. Whoever acts has been
      # handed it in the same visit.
      def hand_out(docket, party, visit, visitor, document)
        sha256 = document.current_sha256
        return sha256 if visit.handed_out.include?(sha256)

        visit.update(handed_out: Sequel.pg_array([*visit.handed_out, sha256], :text))
        facts = { "document" => document.position, "party" => party.letter, "sha256" => sha256 }
        record_event(docket, "party.viewed", visitor, facts)
        sha256
      end
    end
  end
end
