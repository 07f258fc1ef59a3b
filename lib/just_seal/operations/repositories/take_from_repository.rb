# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes a document of a connected repository as a record: its properties become particulars, its version is pinned,
    # and it is checked out there where that is wanted. What fails leaves nothing behind on either side.
    class TakeFromRepository < Operation
      # +object_id+: as the repository names it; +values+: {particular => text} that were typed, over what it says.
      # Returns the Store::Record. Raises Errors::Invalid as CaptureRecord does, Errors::Conflict where somebody has it
      # checked out or it is here already, Errors::Unavailable while the repository is away.
      def call(actor, repository:, object_id:, values: {}, title: nil)
        allow!(actor, :capture)
        client = Connection.to(repository)
        found = client.object(object_id)
        refuse_held(repository, found)
        bytes = client.content(found.id, most: Core::Pdf::Intake::MAX_BYTES)
        copy = repository.checks_out ? client.check_out(found.id) : nil
        begin
          keep(actor, repository, found, copy, bytes: bytes, title: title || found.name, values: values)
        rescue StandardError
          client.cancel_check_out(copy.id) if copy
          raise
        end
      end

      private

      def refuse_held(repository, found)
        if Store::RepositoryDocument.here.where(repository_id: repository.id, series_id: found.series).any?
          raise Errors::Conflict.new(:taken_already, name: found.name)
        end
        return unless found.held?

        raise Errors::Conflict.new(:held_in_repository, name: found.name, who: found.held_by)
      end

      def keep(actor, repository, found, copy, bytes:, title:, values:)
        file_name = found.file_name.downcase.end_with?(".pdf") ? found.file_name : "#{found.name}.pdf"
        given = { bytes: bytes, file_name: file_name, title: title }
        place = { record_class: repository.record_class, case_file: repository.case_file }
        said = { **Queries::RepositoryValues.of(repository, found), **values }
        CaptureRecord.call(actor, **given, **place, particulars: said) do |record|
          pin(actor, repository, found, copy, record)
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Conflict.new(:taken_already, name: found.name)
      end

      # Runs in the transaction that makes the record.
      def pin(actor, repository, found, copy, record)
        Store::RepositoryDocument.create(
          repository_id: repository.id,
          record_id: record.id,
          object_key: found.id,
          series_id: found.series,
          version_label: found.label,
          working_copy_id: copy&.id,
          name: found.name,
          taken_by: actor.id,
          taken_at: now
        )
        facts = { "repository" => repository.name, "object" => found.id, "version" => found.label }
        record_event_on(record.number, "record.from_repository", actor, facts)
        Jobs::TellRepository.enqueue(record.id)
      end
    end
  end
end
