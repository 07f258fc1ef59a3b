# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes the docket of one person whom a circulation asks, as a draft. Runs in the transaction of what sends it.
    class CirculatedDocket < Operation
      LETTER = "A"
      # Where what is brought is written, at the foot of the last page, in points.
      AT_FOOT = { x: 36, y: 18, width: 240, height: 16 }.freeze

      # The field in which somebody brings what is wanted back, as it is frozen with the document.
      def self.attachment_spots(circulation)
        return [] unless circulation.attachment

        field = attachment(circulation)
        [Store::Field.new(field.merge(settings: Sequel.pg_jsonb(field[:settings]))).spot(LETTER)]
      end

      def self.attachment(circulation)
        {
          name: "#{LETTER}-attachment-1",
          kind: "attachment",
          page: circulation.version.page_count,
          key: "attachment",
          settings: { "label" => circulation.attachment, "required" => true },
          anchor: "",
          **AT_FOOT
        }
      end

      # +recipient+: Store::CirculationRecipient. Returns the Store::Docket. Raises Errors::Invalid for values that the
      # class or the template does not take.
      def call(actor, circulation, recipient)
        docket = if circulation.template_id
          of_template(actor, circulation, recipient)
        else
          plain(actor, circulation, recipient)
        end
        docket.update(circulation_id: circulation.id, **wording(circulation))
        docket.refresh
      end

      private

      def wording(circulation)
        {
          message: circulation.message,
          deadline: deadline(circulation),
          deadline_days: nil,
          for_all: circulation.for_all? || nil,
          **circulation.values.slice(*EditDocket::REMINDERS)
        }
      end

      def deadline(circulation)
        today = office.zone.to_local(now).to_date
        kind, value = Core::Circulations::Timing.due(
          today,
          due_on: circulation.due_on,
          due_days: circulation.due_days
        )
        kind == :day ? EditDocket.closing(value, office) : EditDocket.working_deadline(now, value, office)
      end

      def plain(actor, circulation, recipient)
        record = circulation.for_all? ? circulation.record : own_record(actor, circulation, recipient)
        version = circulation.for_all? ? circulation.version : record.versions_dataset.first
        docket = Store::Docket.create(
          number: number(circulation, recipient),
          title: circulation.title,
          owner_id: circulation.owner_id,
          record_class_id: record.record_class_id,
          for_all: circulation.for_all? || nil,
          created_at: now
        )
        document = Store::DocketDocument.create(
          docket_id: docket.id,
          position: 1,
          record_id: record.id,
          version_id: version.id,
          for_all: docket.for_all
        )
        facts = { "record" => record.number, "version" => version.number, "sha256" => version.sha256 }
        record_event(docket, "docket.drafted", actor, facts.merge("circulation" => circulation.number))
        seat(circulation, recipient, docket, document)
        docket
      end

      def number(circulation, recipient) = format("%s-%04d", circulation.number, recipient.position)

      def seat(circulation, recipient, docket, document)
        party = Store::Party.create(
          docket_id: docket.id,
          letter: LETTER,
          turn: 1,
          act: circulation.act,
          state_since: now,
          declaration: circulation.declaration,
          least_level: circulation.least_level,
          **recipient.seat
        )
        recipient.update(docket_id: docket.id, party_id: party.id)
        return unless circulation.attachment

        field = self.class.attachment(circulation)
        settings = Sequel.pg_jsonb(field[:settings])
        Store::Field.create(field.merge(document_id: document.id, party_id: party.id, settings: settings))
      end

      # What is circulated becomes a record of each person's own, with the same particulars and what the file says.
      def own_record(actor, circulation, recipient)
        title = "#{circulation.title}: #{recipient.name}"[0, CaptureRecord::MAX_TITLE]
        place = circulation.values_of_records
        values, problems = RecordKeeper.read(title, *place.values, particulars(circulation, recipient))
        raise Errors::Invalid, problems if problems.any?

        record = RecordKeeper.new(actor).keep([own_version(circulation)], title: title, values: values, **place)
        record.update(docket_state: "draft")
        record
      end

      def particulars(circulation, recipient)
        kept = circulation.record.particulars.to_h.transform_values { |value| Core::Filing::Particulars.text(value) }
        kept.merge(under(recipient.given.to_h, "particulars."))
      end

      def own_version(circulation)
        version = circulation.version
        {
          kind: version.kind == "scan" ? "scan" : "captured",
          why: Core::Problem.kept(Core::Problem.new(:circulated, number: circulation.number)),
          text_of: version.id,
          **version.values.slice(:file_name, :sha256, :size_bytes, :page_count, :page_sizes, :findings)
        }
      end

      # As somebody would use the template, with the answers of the row.
      def of_template(actor, circulation, recipient)
        template = circulation.template
        definition = template.definition(circulation.template_version)
        letter = definition["roles"].find { |role| role["source"] == "outside" }.fetch("letter")
        docket = UseTemplate.call(
          actor,
          template: template,
          version: circulation.template_version,
          answers: answers(circulation, recipient, definition, letter)
        )
        party = PartyLookup.of(docket, letter)
        party.update(act: circulation.act, declaration: circulation.declaration, least_level: circulation.least_level)
        party.update(recipient.seat.slice(:kind, :account_id)) if recipient.kind == "staff"
        recipient.update(docket_id: docket.id, party_id: party.id)
        docket
      end

      def answers(circulation, recipient, definition, letter)
        given = recipient.given.to_h
        particulars = under(given, "particulars.")
        numbers = (1..definition["documents"].size).map(&:to_s)
        {
          "case_file" => circulation.case_file.code,
          "titles" => numbers.to_h { |number| [number, "#{circulation.title}: #{recipient.name}"] },
          "particulars" => numbers.to_h { |number| [number, particulars] },
          "people" => {
            letter => recipient.seat.slice(
              :name,
              :email,
              :organisation,
              :telephone
            ).transform_keys(&:to_s)
          },
          "ask" => under(given, "ask.")
        }
      end

      def under(given, prefix)
        given.select { |key, _| key.start_with?(prefix) }.transform_keys { |key| key.delete_prefix(prefix) }
      end
    end
  end
end
