# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts the newest version of the record into a draft in the place of the one that it began with. Fields stay where
    # they are, as far as there are pages.
    class TakeNewestVersion < Operation
      # +position+: of the document in the docket. Returns the docket. Raises Errors::Conflict when it is no longer a
      # draft, or has the newest version already.
      def call(actor, number:, position: 1)
        transaction do
          docket = DraftLock.call(actor, number)

          document = docket.documents.find { |one| one.position == position }
          raise Errors::Missing.new(:no_such_document_of, number: number) unless document

          newest = document.record.versions_dataset.working.first
          raise Errors::Conflict.new(:newest_already, number: number) if newest.id == document.version_id

          take(docket, document, newest)
          record_event(docket, "docket.version_changed", actor, "version" => newest.number, "sha256" => newest.sha256)
          docket
        end
      end

      private

      def take(docket, document, version)
        document.update(version_id: version.id)
        document.fields_dataset.where(Sequel[:page] > version.page_count).delete
        docket.update(edits: docket.edits + 1)
      end
    end
  end
end
