# frozen_string_literal: true

module JustSeal
  module Operations
    # Sends a draft out, whose documents are frozen: it is judged for good by the rules of this day, its ledger tells
    # what went out, and the parties of the first turn are invited. Runs in the transaction of whoever sends it.
    class DocketDispatch < Operation
      # +frozen+: {id of Store::DocketDocument => SHA-256 of the bytes that go out}. Returns the docket.
      def call(actor, docket, frozen)
        HoldGate.pass_to_docket(*docket.documents.map(&:record))
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

      private

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
          row = { kind: "person", created_at: now, **party.values.slice(:name, :email, :organisation) }
          row[:telephone] = party.telephone if party.email.empty?
          db[:contacts].insert_conflict.insert(row) unless Store::Contact.of(party)
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
            **party.reached_at,
            "floor" => Core::Assurance::Demand.from(party.demand).floor,
            "least_level" => party.least_level,
            "role" => party.role_title
          }.compact
        end
      end
    end
  end
end
