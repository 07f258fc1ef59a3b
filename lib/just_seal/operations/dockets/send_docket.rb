# frozen_string_literal: true

module JustSeal
  module Operations
    # Freezes the document of a draft, certifies it, and invites the parties of the first turn.
    class SendDocket < Operation
      # Raises Errors::Invalid when the draft is not ready, Errors::Conflict when it was sent or changed meanwhile,
      # Errors::Unavailable when the time-stamp authority is away.
      def call(actor, number:)
        draft = Store::Docket.first(number: number) or raise Errors::Missing.new(:no_docket, number: number)
        allow_docket!(actor, draft, :send)
        check_ready(actor, draft)
        frozen = draft.documents.to_h do |document|
          [document.id, document.to_sign? ? office.blobs.put(frozen(draft, document)) : document.version.sha256]
        end
        transaction { send_out(actor, Store::Docket.locked(number), draft.edits, frozen) }
      end

      private

      def check_ready(actor, draft)
        raise Errors::Conflict.new(:docket_sent, number: draft.number) unless draft.state == "draft"

        blocking = Queries::DocketReadiness.call(draft, now: now).select(&:blocks)
        return unless blocking.any?

        note_floors(actor, draft, blocking)
        raise Errors::Invalid, { "readiness" => Core::Problem.new(:not_ready, count: blocking.size) }
      end

      # Somebody wants to send what no party could sign as the rules demand: that is entered, though nothing is sent.
      def note_floors(actor, draft, blocking)
        floors = blocking.select { |issue| issue.reason == :floor_unreachable }.map(&:party)
        return if floors.empty?

        transaction { record_event(draft, "docket.sending_refused", actor, "parties" => floors.join(", ")) }
      end

      def frozen(draft, document)
        spots = document.spots(draft.letters).map { |spot| spot.with(label: Words.field_of_party(spot)) }
        acting = draft.parties.reject { |party| party.act == "receive" }.map(&:letter)
        Core::Pdf::CertifyForSigning.call(
          office.blobs.get(document.version.sha256),
          spots: spots,
          acting: acting,
          reason: I18n.t("in_document.reasons.sent", docket: draft.number),
          texts: particulars(document, spots),
          faces: office.faces,
          **signature_options(:seal)
        )
      end

      # What is written into the document from the record: {spot name => text}.
      def particulars(document, spots)
        record = document.record
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        by_name = items.to_h { |item| [item["name"], item] }
        spots.select { |spot| spot.kind == "particular" }.to_h do |spot|
          name = spot["particular"]
          value = Words::Notation::DOCUMENT.value(by_name.fetch(name), record.particulars[name])
          [spot.name, value]
        end
      end

      # The draft was frozen as it was at +edits+: another state of it must not go out.
      def send_out(actor, docket, edits, frozen)
        raise Errors::Conflict.new(:docket_sent, number: docket.number) unless docket.state == "draft"
        raise Errors::Conflict.new(:docket_changed_on_sending, number: docket.number) unless docket.edits == edits

        docket.update(deadline: EditDocket.working_deadline(now, docket.deadline_days, office)) if docket.deadline_days
        move_docket(docket, :send, sent_at: now)
        pin_rules(docket)
        pin_documents(docket, frozen)
        record_event(docket, "docket.sent", actor, sent(docket))
        keep_contacts(docket)
        offer_to_groups(docket)
        DocketInvitations.call(docket)
        Jobs::LapseDocket.enqueue(docket.id, job_options: { run_at: docket.deadline })
        docket
      end

      def pin_documents(docket, frozen)
        docket.documents.each do |document|
          sha256 = frozen.fetch(document.id)
          particulars = Sequel.pg_jsonb(Queries::DocketFilling.particulars(document.record))
          document.update(sent_sha256: sha256, current_sha256: sha256, particulars: particulars)
        end
      end

      def sent(docket)
        documents = docket.documents.map do |document|
          { "record" => document.record.number, "role" => document.role, "sha256" => document.sent_sha256 }
        end
        {
          "documents" => documents,
          "deadline" => Core::Ledger::Entry.time(docket.deadline),
          "rulebook" => docket.rulebook,
          "parties" => describe(docket),
          "fields" => fields(docket),
          "wording" => docket.values.slice(:title, :message, :subject).transform_keys(&:to_s).compact,
          "options" => options(docket)
        }
      end

      # Every field as it went out: where it stands, for whom, and how it is set.
      def fields(docket)
        letters = docket.parties.to_h { |party| [party.id, party.letter] }
        docket.documents.flat_map do |document|
          document.fields.map { |field| field.told(letters.fetch(field.party_id), document.position) }
        end
      end

      # A password is closed for nobody's eyes.
      def options(docket)
        reminders = EditDocket::REMINDERS.to_h { |name| [name.to_s, docket[name]] }
        given = docket.options.to_h
        { **given.except("password"), "password" => given.key?("password"), **reminders }.compact
      end

      # The docket is judged for good by the rules of this day.
      def pin_rules(docket)
        rulebook = Store::Rulebook.in_force(now)
        docket.update(rulebook: rulebook&.version)
        docket.parties.each do |party|
          party.update(demand: Sequel.pg_jsonb(Queries::AssuranceStatus.demand(docket, party, rulebook).kept))
        end
      end

      # An outside party that is not a contact yet becomes one: nobody types it twice.
      def keep_contacts(docket)
        docket.parties.select { |party| party.kind == "outside" }.each do |party|
          row = {
            kind: "person",
            name: party.name,
            email: party.email,
            organisation: party.organisation,
            created_at: now
          }
          db[:contacts].insert_conflict.insert(row) unless Store::Contact.at(party.email)
        end
      end

      # Who was in the group on this day is kept with the party.
      def offer_to_groups(docket)
        docket.parties.select(&:group?).each do |party|
          party.group.seats.uniq { |seat| seat[:email].downcase }.each do |seat|
            Store::PartyMember.create(party_id: party.id, **seat)
          end
        end
      end

      def describe(docket)
        docket.parties.map do |party|
          {
            "letter" => party.letter,
            "turn" => party.turn,
            "act" => party.act,
            "name" => party.name,
            "email" => party.email,
            "floor" => Core::Assurance::Demand.from(party.demand).floor
          }
        end
      end
    end
  end
end
