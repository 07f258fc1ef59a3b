# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a draft as a docket template says: its parties, the fields of its documents, wording, time and options.
    class ApplyTemplate < Operation
      # +template+: Store::DocketTemplate, of which +version+ is used; +definition+: of that version, where whoever uses
      # it was asked for more than it says; +people+: see Queries::TemplatePlan. Returns the docket. Raises
      # Errors::Conflict when somebody else saved meanwhile.
      def call(actor, number:, edits:, template:, version: template.current, definition: nil, people: {})
        transaction do
          docket = DraftLock.call(actor, number, edits)

          plan = Queries::TemplatePlan.new(docket, definition || template.definition(version), people: people)
          parties = seat(docket, plan)
          place(plan, parties)
          write(docket, plan, template, version)
          record_event(
            docket,
            "docket.template_applied",
            actor,
            "template" => template.code,
            "version" => version,
            "title" => plan.definition["title"]
          )
          docket.refresh
        end
      end

      private

      # Fields of who is no longer a party go with it.
      def seat(docket, plan)
        Store::Field.where(document_id: plan.documents.values.map(&:id)).delete
        Store::Party.where(docket_id: docket.id).exclude(
          letter: plan.seats.map do |one|
            one.role["letter"]
          end
        ).each do |party|
          party.fields_dataset.delete
          party.delete
        end
        plan.seats.to_h { |one| [one.role["letter"], keep(docket, one.seat)] }
      end

      def keep(docket, values)
        row = Store::Party.first(docket_id: docket.id, letter: values[:letter])
        values = { group_id: nil, **values }
        values = { phrase_hash: nil, telephone: "", **values } if row && !row.same_address?(values[:email])
        return Store::Party.create(docket_id: docket.id, state_since: now, **values) unless row

        row.tap { row.update(values) } # which says nothing where nothing changes
      end

      def place(plan, parties)
        counts = Hash.new(0)
        plan.fields.each do |placed|
          letter, kind = placed.field.values_at("role", "kind")
          number = counts[[placed.document.id, letter, kind]] += 1
          Store::Field.create(
            document_id: placed.document.id,
            party_id: parties.fetch(letter).id,
            name: "#{letter}-#{kind}-#{number}",
            kind: kind,
            settings: Sequel.pg_jsonb(placed.field["settings"].to_h),
            anchor: placed.missed.to_s,
            **placed.field.slice("width", "height").transform_keys(&:to_sym),
            **placed.to_h.slice(:page, :x, :y, :key)
          )
        end
      end

      # A password is never part of a template: one that is set stays.
      def options(docket, plan) = plan.definition["options"].to_h.merge(docket.options.to_h.slice("password"))

      def write(docket, plan, template, version)
        days = plan.wording[:deadline_days]
        deadline = days ? EditDocket.working_deadline(now, days, office) : docket.deadline
        docket.update(
          edits: docket.edits + 1,
          deadline: deadline,
          options: Sequel.pg_jsonb(options(docket, plan)),
          from_template: "#{template.code} version #{version}",
          **plan.wording
        )
      end
    end
  end
end
