# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out a version's bytes. Who took a version that belongs to a docket, or opened it to read it on a page, is
    # entered on its chain; who takes or reads another one, on that of the record, where its class wants it.
    class NoteDownload < Operation
      # +read+: are the bytes for a page that shows them? Returns them, checked against their SHA-256.
      def call(actor, version:, read: false)
        allow!(actor, :download)
        allow_record!(actor, version.record, :see)
        refuse_destroyed!(version.record)
        office.blobs.get(version.sha256).tap { note(actor, version, read) }
      end

      private

      def note(actor, version, read)
        if version.docket_number
          docket = Store::Docket.first(number: version.docket_number)
          kind = read ? "document.read" : "document.downloaded"
          transaction { record_event(docket, kind, actor, "kind" => version.kind, "sha256" => version.sha256) }
        elsif version.record.record_class.notes_readings?
          facts = { "version" => version.number, "sha256" => version.sha256 }
          kind = read ? "record.read" : "record.downloaded"
          transaction { record_event_on(version.record.number, kind, actor, facts) }
        end
      end
    end
  end
end
