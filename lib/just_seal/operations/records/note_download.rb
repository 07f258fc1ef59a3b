# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out a version's bytes; who took a version that belongs to a docket, or opened it to read it on a page, is
    # entered on its chain.
    class NoteDownload < Operation
      # +read+: are the bytes for a page that shows them? Returns them, checked against their SHA-256.
      def call(actor, version:, read: false)
        allow!(actor, :download)
        allow_record!(actor, version.record, :see)
        kind = read ? "document.read" : "document.downloaded"
        office.blobs.get(version.sha256).tap { note(actor, version, kind) if version.docket_number }
      end

      private

      def note(actor, version, kind)
        docket = Store::Docket.first(number: version.docket_number)
        transaction { record_event(docket, kind, actor, "kind" => version.kind, "sha256" => version.sha256) }
      end
    end
  end
end
