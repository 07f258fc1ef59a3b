# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a named group of fields. Every saving is a version; fields that were placed keep theirs until a draft is
    # brought up to date.
    class SaveFieldSet < Operation
      CHAIN = "field-sets"

      # +name+: machine name; +definition+: as Core::Fields::SetDefinition reads it; +version+: the one that the editor
      # began from, 0 for a new set. Returns the Store::FieldSet. Raises Errors::Invalid by place, Errors::Conflict when
      # somebody else saved meanwhile.
      def call(actor, name:, definition:, version: 0)
        allow!(actor, :define_classes)
        kept, problems = Core::Fields::SetDefinition.read(definition)
        fine = name.match?(Core::Fields::SetDefinition::NAME)
        problems = problems.merge("name" => Core::Problem.new(:not_a_machine_name, name: name)) unless fine
        raise Errors::Invalid, problems unless problems.empty?

        transaction { store(actor, name, kept, version) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "name" => Core::Problem.new(:name_twice, name: name) }
      end

      # Takes it out of use; what was placed stays.
      def retire(actor, name:)
        allow!(actor, :define_classes)
        transaction do
          row = locked(name)
          row.update(retired_at: now)
          record_event_on(CHAIN, "field_set.retired", actor, "name" => name)
        end
      end

      # Gives the fields of a draft what the newest version says of them: place, party, name and condition stay. What
      # the set has no more stays as it is. Returns how many were changed.
      def bring_up_to_date(actor, name:, number:)
        transaction do
          docket = DraftLock.call(actor, number)
          row = Store::FieldSet.live.first(name: name) or raise Errors::Missing.new(:no_field_set, name: name)
          fields = Store::Field.where(document_id: docket.documents.map(&:id)).all
          changed = fields.count { |field| renewed?(field, row) }
          docket.update(edits: docket.edits + 1)
          record_event(docket, "docket.set_taken", actor, "name" => name, "version" => row.version, "fields" => changed)
          changed
        end
      end

      # The same for a docket template, which gets a new version. Returns the Store::DocketTemplate.
      def bring_template_up_to_date(actor, name:, code:)
        row = Store::FieldSet.live.first(name: name) or raise Errors::Missing.new(:no_field_set, name: name)
        template = Store::DocketTemplate.live.first(code: code) or
          raise Errors::Missing.new(:no_template_shared, code: code)
        definition = template.definition(template.version)
        fields = definition["fields"].map do |field|
          field.merge("settings" => renewed(field["settings"].to_h, field["kind"], row) || field["settings"])
        end
        SaveDocketTemplate.call(
          actor,
          definition: definition.merge("fields" => fields),
          code: code,
          version: template.version,
          publish: !template.unpublished?
        )
      end

      private

      def store(actor, name, kept, version)
        row = version.zero? ? Store::FieldSet.create(name: name, version: 1) : revised(name, version)
        db[:field_set_versions].insert(
          set_id: row.id,
          version: row.version,
          definition: Sequel.pg_jsonb(kept),
          made_by: actor.id,
          made_at: now
        )
        sha256 = Digest::SHA256.hexdigest(JSON.generate(kept))
        record_event_on(CHAIN, "field_set.written", actor, "name" => name, "version" => row.version, "sha256" => sha256)
        row
      end

      def revised(name, version)
        row = locked(name)
        raise Errors::Conflict.new(:set_changed, name: name, version: row.version) unless row.version == version

        row.update(version: version + 1)
      end

      def locked(name)
        Store::FieldSet.live.where(name: name).for_update.first or raise Errors::Missing.new(:no_field_set, name: name)
      end

      # Was anything new for +field+?
      def renewed?(field, row)
        settings = renewed(field.settings.to_h, field.kind, row) or return false
        field.update(settings: Sequel.pg_jsonb(settings))
        true
      end

      def renewed(settings, kind, row)
        Core::Fields::SetDefinition.renewed(settings, kind, row.name, row.version, row.definition)
      end
    end
  end
end
