# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out the bytes of a docket's document as they stand now, to be read on a page by one of the staff.
    class ReadDocument < Operation
      # +docket+: Store::Docket that +actor+ may see; +position+: of the document in it, whose record they have to see
      # as well: who only acts on a docket reads it in the room, as strongly proved as it is asked. Whoever opens what
      # is sealed is entered, and before that where the record's class wants it. Raises Errors::Missing.
      def call(actor, docket:, position:)
        allow!(actor, :download)
        documents = docket.documents_dataset.eager(:version, record: %i[record_class case_file])
        document = documents.first(position: position)
        raise Errors::Missing, :no_such_document unless document

        allow_record!(actor, document.record, :see)
        refuse_destroyed!(document.record)
        sha256 = document.stands_at
        office.blobs.get(sha256).tap { note(actor, docket, document, sha256) if noted?(docket, document) }
      end

      private

      def noted?(docket, document)
        docket.state == "sealed" || document.record.record_class.notes_readings?
      end

      def note(actor, docket, document, sha256)
        facts = { "document" => document.position, "sha256" => sha256 }
        transaction { record_event(docket, "document.read", actor, facts) }
      end
    end
  end
end
