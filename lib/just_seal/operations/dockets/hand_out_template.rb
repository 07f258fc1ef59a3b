# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out what a docket template keeps: a document to be read, or all of it as JSON. Where the class of a document
    # wants readings entered, this is one.
    class HandOutTemplate < Operation
      # +template+: Store::DocketTemplate that +actor+ sees; +number+: of a document of its version +version+. Returns
      # the bytes. Raises Errors::Missing.
      def call(actor, template:, version:, number:)
        allow!(actor, :download)
        file = template.files(version)[number] or raise Errors::Missing, :no_file_in_template
        said = template.definition(version)["documents"][number - 1]
        office.blobs.get(file[:sha256]).tap do
          note(actor, template, "docket_template.read", version, [file[:sha256]]) if noted?([said])
        end
      end

      # The definition of +version+, with the files that it keeps in Base64.
      def whole(actor, template:, version:)
        allow!(actor, :download)
        definition = template.definition(version)
        kept = definition["documents"].select { |document| document["file"] }
        note(actor, template, "docket_template.exported", version, kept.map { |one| one["file"] }) if noted?(kept)
        documents = definition["documents"].map do |document|
          file = document["file"]
          file ? document.merge(TemplateFiles::CONTENT => [office.blobs.get(file)].pack("m0")) : document
        end
        definition.merge("documents" => documents)
      end

      private

      def noted?(documents)
        codes = documents.map { |document| document["class"] }.uniq
        Store::RecordClass.where(code: codes).all.any?(&:notes_readings?)
      end

      def note(actor, template, kind, version, hashes)
        facts = { "code" => template.code, "version" => version, "sha256" => hashes }
        transaction { record_event_on(SaveDocketTemplate::CHAIN, kind, actor, facts) }
      end
    end
  end
end
