# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a docket template: made from a docket, edited, or taken in as JSON. Every saving is a version; versions are
    # never changed.
    class SaveDocketTemplate < Operation
      # +definition+: as Core::Dockets::TemplateDefinition reads it; +units+: [text, ...] that may use it, none for
      # all;
      # +code+: of the template that gets a new version, nil for a new one; +version+: the one that the editor began
      # from. Returns the Store::DocketTemplate. Raises Errors::Invalid keyed "template", Errors::Conflict when
      # somebody else saved meanwhile.
      def call(actor, definition:, units: [], code: nil, version: 0)
        allow!(actor, :prepare)
        kept, problems = Core::Dockets::TemplateDefinition.read(definition)
        unless kept["class"].to_s.empty? || Store::RecordClass.first(code: kept["class"])
          problems << "There is no class #{kept["class"]}."
        end
        raise Errors::Invalid, { "template" => problems.join(" ") } unless problems.empty?

        transaction do
          store(
            actor,
            code ? changeable(actor, code, version) : made(actor),
            kept,
            units & Store::Account.live.distinct.select_map(:unit)
          )
        end
      end

      # Takes it out of use; dockets that were made from it keep what they have.
      def retire(actor, code:)
        allow!(actor, :prepare)
        transaction { changeable(actor, code, nil).update(retired_at: now) }
      end

      # The definition that +docket+ yields.
      def self.definition_of(docket, title, office: JustSeal.office)
        Queries::TemplateFrom.new(docket, title, office: office).definition
      end

      private

      def made(actor)
        Store::DocketTemplate.create(
          code: format("DT-%03d", Store::Counters.next("docket_template")),
          owner_id: actor.id,
          created_at: now
        )
      end

      def changeable(actor, code, version)
        row = Store::DocketTemplate.live.where(code: code).for_update.first or raise Errors::Missing,
          "There is no template #{code}."
        unless row.owner_id == actor.id || actor.may?(:manage_any_docket)
          raise Errors::Forbidden,
            "#{code} belongs to #{row.owner.name}. Save yours as a new one, or ask an administrator."
        end
        if version && row.version != version
          raise Errors::Conflict,
            "Somebody else saved #{code} meanwhile. Load the page again; what you typed is still in the form."
        end

        row
      end

      def store(actor, row, definition, units)
        number = row.version + 1
        db[:docket_template_versions].insert(
          template_id: row.id,
          version: number,
          title: definition["title"],
          definition: Sequel.pg_jsonb(definition),
          made_by: actor.id,
          made_at: now
        )
        row.update(version: number, class_code: definition["class"].to_s, units: Sequel.pg_array(units, :text))
      end
    end
  end
end
