# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out a version's bytes; who took a version that belongs to a docket is entered on its chain.
    class NoteDownload < Operation
      # Returns the bytes, checked against their SHA-256.
      def call(actor, version:)
        allow!(actor, :download)
        allow_record!(actor, version.record, :see)
        office.blobs.get(version.sha256).tap { note(actor, version) if version.docket_number }
      end

      private

      def note(actor, version)
        docket = Store::Docket.first(number: version.docket_number)
        transaction do
          record_event(docket, "document.downloaded", actor, "kind" => version.kind, "sha256" => version.sha256)
        end
      end
    end
  end
end
