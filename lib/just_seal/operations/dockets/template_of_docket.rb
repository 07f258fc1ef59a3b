# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves a docket as a template of its own, or as the next version of one that is there.
    class TemplateOfDocket < Operation
      # +files+: does the template keep the documents themselves? That is for those who may see and take their records:
      # who only acts on a docket reads it in the room. +template+: Store::DocketTemplate that gets a new version, nil
      # for a new one; +sharing+: of a new one, see KeepSharing. Returns the Store::DocketTemplate. Raises as
      # SaveDocketTemplate.
      def call(actor, docket:, title:, files:, template: nil, sharing: {})
        allow!(actor, :prepare)
        allow!(actor, :download) if files
        docket.documents.each { |document| allow_record!(actor, document.record, :see) }
        made = Queries::TemplateFrom.new(docket, title, files: files)
        SaveDocketTemplate.call(
          actor,
          definition: definition(made, template),
          known: made.kept,
          code: template&.code,
          version: template&.version,
          sharing: sharing
        )
      end

      private

      def definition(made, template)
        return made.definition unless template

        Core::Dockets::TemplateDefinition.successor(template.definition(template.version), made.definition)
      end
    end
  end
end
