# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a DOCX or ODT as a document template of a class, or retires one.
    class SaveTemplate < Operation
      MAX_TITLE = 200

      # +bytes+, +file_name+: of the template; +title+: how people choose it. Returns [Store::DocumentTemplate, marks
      # that the class does not know].
      # Raises Errors::Invalid keyed "file" or "title".
      def call(actor, record_class:, title:, bytes:, file_name:)
        allow!(actor, :define_classes)
        media = media_of(bytes)
        title = title_for(title, file_name, media)
        FileGate.call(bytes)
        filled = filled(bytes, media, record_class)
        raise Errors::Invalid, { "file" => blocks_open(filled.open) } if filled.open.any?

        file = { media: media, file_name: Core::Documents::FileName.plain(file_name, media) }
        [transaction { store(actor, record_class, title, bytes, file) }, filled.unknown]
      end

      # Takes a template out of use; documents that were made from it stay.
      def retire(actor, id:)
        allow!(actor, :define_classes)
        transaction do
          row = Store::DocumentTemplate.live.where(id: id).for_update.first or
            raise Errors::Missing, :no_such_template_any_more
          row.update(retired_at: now)
          record_event_on(DefineClass::CHAIN, "document_template.retired", actor, "title" => row.title)
        end
      end

      private

      def store(actor, record_class, title, bytes, file)
        row = Store::DocumentTemplate.create(
          record_class_id: record_class.id,
          title: title,
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          created_by: actor.id,
          created_at: now,
          **file
        )
        facts = { "code" => record_class.code, "title" => title, "sha256" => row.sha256 }
        record_event_on(DefineClass::CHAIN, "document_template.kept", actor, facts)
        row
      end

      # Filled without a value: what its marks are comes to light.
      def filled(bytes, media, record_class)
        items = record_class.particulars.to_a
        Ports::Confined.call do
          Core::Documents::Template.fill(bytes, media, items, {}, notation: Words::Notation::DOCUMENT)
        end
      end

      def blocks_open(marks) = Core::Problem.new(:blocks_open, marks: marks.map { |mark| "{{#{mark}}}" })

      def media_of(bytes)
        media = bytes.bytesize > Core::Pdf::Intake::MAX_BYTES ? nil : Core::Documents::Media.of(bytes)
        unless %w[
          docx odt
        ].include?(media)
          raise Errors::Invalid, { "file" => :template_format }
        end

        problem = Ports::Confined.call { Core::Documents::Package.problem(bytes) }
        raise Errors::Invalid, { "file" => problem } unless problem == :valid

        media
      end

      def title_for(title, file_name, media)
        line = Core::Filing::SafeName.line(title)
        if line.empty?
          line = Core::Documents::FileName.plain(
            file_name,
            media
          ).delete_suffix(Core::Documents::Media.ending(media))
        end
        if line.length > MAX_TITLE
          raise Errors::Invalid, { "title" => Core::Problem.new(:title_too_long, limit: MAX_TITLE) }
        end

        line
      end
    end
  end
end
