# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a record class, or a new version of one. Records that are there keep the definition that they were made
    # under.
    class DefineClass < Operation
      CHAIN = "classes"
      KEYS = %w[
        code
        title
        scope_note
        needs_signature
        tells_values
        notes_readings
        stub_title
        circulators
        paper
        particulars
        checks
        naming_rule
        filing_rule
        default_parties
      ].freeze
      # What a definition says that was written before these were asked.
      USUAL = {
        "default_parties" => [],
        "tells_values" => true,
        "notes_readings" => false,
        "stub_title" => true,
        "circulators" => {},
        "paper" => {}
      }.freeze

      # +definition+: Hash with KEYS; +parent+: row or nil; +version+: the one that the editor started from, 0 for a new
      # class.
      # Returns the Store::RecordClass. Raises Errors::Invalid with all problems by place, Errors::Conflict when
      # somebody was faster.
      def call(actor, definition:, parent: nil, version: 0)
        allow!(actor, :define_classes)
        definition = USUAL.merge(definition.slice(*KEYS))
        problems = Core::Filing::ClassDefinition.problems(definition)
        raise Errors::Invalid, problems unless problems.empty?

        transaction { store(actor, definition, parent, version) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "code" => Core::Problem.new(:class_exists, code: definition["code"]) }
      end

      private

      def store(actor, definition, parent, version)
        row = version.zero? ? create(definition, parent) : revise(definition, parent, version)
        db[:record_class_versions].insert(
          record_class_id: row.id,
          version: row.version,
          definition: Sequel.pg_jsonb(definition),
          created_by: actor.id,
          created_at: now
        )
        record_event_on(CHAIN, "record_class.written", actor, "code" => row.code, "version" => row.version)
        row
      end

      def create(definition, parent) = Store::RecordClass.create(columns(definition, parent).merge(version: 1))

      def revise(definition, parent, version)
        row = Store::RecordClass.where(code: definition.fetch("code")).for_update.first or raise Errors::Missing.new(
          :no_class, code: definition["code"]
        )
        raise Errors::Conflict.new(:class_changed, code: row.code, version: row.version) unless row.version == version
        raise Errors::Invalid, { "parent" => :class_beneath_itself } if beneath?(parent, row)

        refuse_held(row) unless row.parent_id == parent&.id
        row.update(columns(definition, parent).merge(version: version + 1))
      end

      # A class that goes elsewhere would take its records out of a hold on the one above.
      def refuse_held(row)
        inside = Store::Record.where(record_class_id: Store::RecordClass.beneath([row.id])).select(:id, :number)
        inside.each_slice(1000) { |records| HoldGate.pass(*records) }
      end

      def beneath?(parent, row)
        parent = Store::RecordClass[parent.parent_id] while parent && parent.id != row.id
        !parent.nil?
      end

      def columns(definition, parent)
        {
          code: definition.fetch("code"),
          title: definition.fetch("title").strip,
          scope_note: definition.fetch("scope_note").strip,
          needs_signature: definition.fetch("needs_signature"),
          tells_values: definition.fetch("tells_values"),
          particulars: Sequel.pg_jsonb(definition.fetch("particulars")),
          checks: Sequel.pg_jsonb(definition.fetch("checks")),
          default_parties: Sequel.pg_jsonb(definition.fetch("default_parties")),
          naming_rule: definition.fetch("naming_rule"),
          filing_rule: definition.fetch("filing_rule"),
          parent_id: parent&.id
        }
      end
    end
  end
end
