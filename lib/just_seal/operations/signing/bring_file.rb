# frozen_string_literal: true

module JustSeal
  module Operations
    # A party brings the file that a field asks for. A second one takes the place of the first, until the party acts.
    class BringFile < Operation
      MAX_BYTES = 10 * 1024 * 1024
      KINDS = { "pdf" => "%PDF-".b, "png" => "\x89PNG\r\n\x1A\n".b, "jpeg" => "\xFF\xD8\xFF".b }.freeze

      # +slot+: of the field; +bytes+, +file_name+: the file. Returns the Store::DocketFile.
      # Raises Errors::Invalid keyed by the slot.
      def call(visitor, slot:, bytes:, file_name:)
        media = media(bytes) or raise Errors::Invalid, { slot => problem(bytes) }
        marks = FileGate.call(bytes, key: slot)
        sha256 = office.blobs.put(bytes)
        transaction do
          docket, party, visit = Room.enter_proved(visitor)
          field = asked(party, slot) or raise Errors::Missing, :no_file_asked
          facts = { "party" => party.letter, "field" => field.name, "sha256" => sha256, **told(marks) }
          record_event(docket, "party.brought_file", visitor, facts)
          Store::DocketFile.where(field_id: field.id, visit_id: visit.id).delete
          Store::DocketFile.create(
            field_id: field.id,
            visit_id: visit.id,
            file_name: Core::Documents::FileName.with_ending(file_name, ".#{media}"),
            media: media,
            sha256: sha256,
            size_bytes: bytes.bytesize,
            brought_at: now
          )
        end
      end

      private

      # What the entry says of a file that came in while the scanner was away.
      def told(marks) = marks.any? ? { "scan" => "none" } : {}

      def asked(party, slot)
        party.fields.find { |field| field.kind == "attachment" && field.spot(party.letter).slot == slot }
      end

      def media(bytes) = bytes.bytesize <= MAX_BYTES ? KINDS.find { |_, start| bytes.start_with?(start) }&.first : nil

      def problem(bytes)
        return :file_missing if bytes.empty?
        if bytes.bytesize > MAX_BYTES
          return Core::Problem.new(:file_too_large_to_attach, megabytes: MAX_BYTES / (1024 * 1024))
        end

        :not_pdf_or_image
      end
    end
  end
end
