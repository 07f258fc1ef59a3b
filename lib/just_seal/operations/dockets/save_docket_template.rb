# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a docket template: made from a docket, edited, or taken in as JSON. Every saving is a version; versions are
    # never changed.
    class SaveDocketTemplate < Operation
      CHAIN = "templates"

      # +definition+: as Core::Dockets::TemplateDefinition reads it; +units+: [text, ...] that may use it, none for
      # all;
      # +code+: of the template that gets a new version, nil for a new one; +version+: the one that the editor began
      # from. Returns the Store::DocketTemplate. Raises Errors::Invalid keyed "template.NUMBER", Errors::Conflict when
      # somebody else saved meanwhile.
      def call(actor, definition:, units: [], code: nil, version: 0)
        allow!(actor, :prepare)
        kept, problems = Core::Dockets::TemplateDefinition.read(definition)
        unless kept["class"].to_s.empty? || Store::RecordClass.first(code: kept["class"])
          problems << Core::Problem.new(:no_class, code: kept["class"])
        end
        refuse(problems) if problems.any?

        transaction do
          store(
            actor,
            code ? changeable(actor, code, version) : made(actor),
            kept,
            units & Queries::Choices.units
          )
        end
      end

      # Takes it out of use; dockets that were made from it keep what they have.
      def retire(actor, code:)
        allow!(actor, :prepare)
        transaction do
          changeable(actor, code, nil).update(retired_at: now)
          record_event_on(CHAIN, "docket_template.retired", actor, "code" => code)
        end
      end

      # The definition that +docket+ yields.
      def self.definition_of(docket, title, office: JustSeal.office)
        Queries::TemplateFrom.new(docket, title, office: office).definition
      end

      private

      # Nothing in a template is a field of a form.
      def refuse(problems)
        keyed = problems.each_with_index.to_h { |problem, index| ["template.#{index + 1}", problem] }
        raise Errors::Invalid, keyed
      end

      def made(actor)
        Store::DocketTemplate.create(
          code: format("DT-%03d", Store::Counters.next("docket_template")),
          owner_id: actor.id,
          created_at: now
        )
      end

      def changeable(actor, code, version)
        row = Store::DocketTemplate.live.where(code: code).for_update.first or raise Errors::Missing.new(
          :no_template,
          code: code
        )
        unless row.owner_id == actor.id || actor.may?(:manage_any_docket)
          raise Errors::Forbidden.new(:template_of_other, code: code, name: row.owner.name)
        end
        raise Errors::Conflict.new(:changed_meanwhile, name: code) if version && row.version != version

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
        record_event_on(CHAIN, "docket_template.written", actor, "code" => row.code, "version" => number)
        row.update(version: number, class_code: definition["class"].to_s, units: Sequel.pg_array(units, :text))
      end
    end
  end
end
