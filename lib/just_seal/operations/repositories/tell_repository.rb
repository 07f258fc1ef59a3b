# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells the repository from which a record was taken how it stands, and brings back what was sealed: as a new
    # version of its document, with the certificate beside it. Safe to run twice: before anything is brought back, it is
    # looked whether that was done. What is refused is asked of a person.
    class TellRepository < Operation
      # Raises Errors::Unavailable while the repository is away: the job tries again.
      def call(record_id)
        document = Store::RepositoryDocument.first(record_id: record_id)
        return if document.nil? || document.problem || document.certificate_at

        tell(document, Connection.to(document.repository))
      rescue Errors::Unavailable
        raise
      rescue Error => e
        ask(document, e)
      end

      # Tries again what a person was asked for.
      def retry(actor, number:)
        record = Store::Record.first(number: number) or raise Errors::Missing.new(:no_record, number: number)
        allow!(actor, :capture)
        allow_record!(actor, record, :change)
        transaction do
          document = Store::RepositoryDocument.where(record_id: record.id).for_update.first
          document.update(problem: nil)
          Jobs::TellRepository.enqueue(record.id)
          document
        end
      end

      private

      def tell(document, client)
        state = document.record.docket_state || "none"
        bring_back(document, client) if state == "sealed"
        write_state(document, client, state)
      end

      def write_state(document, client, state)
        property = document.repository.state_property
        return if property.empty? || document.refresh.told_state == state

        id = document.returned_at ? document.object_key : document.working_copy_id || document.object_key
        client.update(id, property => state)
        document.update(told_state: state)
      end

      def bring_back(document, client)
        sealed = document.record.versions_dataset.where(kind: "sealed").order(Sequel.desc(:number)).first
        return unless sealed

        return_version(document, client, sealed) unless document.returned_at
        return_certificate(document.refresh, client, sealed.docket_number)
      end

      def return_version(document, client, sealed)
        comment = "#{I18n.t("repositories.sealed")} #{sealed.docket_number}"
        newest = client.object(document.series_id)
        done = newest.comment == comment ? newest : check_in(document, client, sealed, comment, newest)
        transaction do
          document.update(returned_at: now, object_key: done.id, working_copy_id: nil)
          facts = { "repository" => document.repository.name, "object" => done.id, "sha256" => sealed.sha256 }
          record_event_on(document.record.number, "record.brought_back", Core::Actor::SYSTEM, facts)
        end
      end

      # Somebody may have changed it meanwhile, where nothing kept them from it: theirs is not covered by ours.
      def check_in(document, client, sealed, comment, newest)
        copy = document.working_copy_id
        if copy.nil? && newest.label != document.version_label
          raise Errors::Conflict.new(:changed_in_repository, name: document.name, version: newest.label)
        end

        copy ||= client.check_out(newest.id).id
        client.check_in(copy, office.blobs.get(sealed.sha256), name: sealed.file_name, comment: comment)
      end

      def return_certificate(document, client, docket_number)
        version = Store::Version.first(record_id: document.record_id, kind: "certificate", docket_number: docket_number)
        now_there = client.object(document.object_key)
        folder = client.folder_of(now_there.id)
        if version && folder && !beside?(client, folder, version.file_name)
          properties = now_there.properties.slice(*document.repository.mapping.to_h.values).compact
          named = { "cmis:name" => version.file_name, "cmis:objectTypeId" => now_there.type, **properties }
          client.create(folder, office.blobs.get(version.sha256), name: version.file_name, properties: named)
        end
        document.update(certificate_at: now)
      end

      def beside?(client, folder, name) = client.children(folder).first.any? { |one| one.name == name }

      def ask(document, error)
        transaction do
          row = Store::RepositoryDocument.where(id: document.id).for_update.first
          next if row.problem

          row.update(problem: Core::Problem.kept(error))
          about = {
            "title" => document.repository.name,
            "file" => document.name,
            "record" => document.record.number,
            "problem" => row.problem
          }
          Messages.post_to_staff(document.taker, :repository_asks, at: now, about: about)
        end
      end
    end
  end
end
