# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a docket for a record's newest working version. A record has one open docket at a time.
    class DraftDocket < Operation
      # Returns the Store::Docket; raises Errors::Conflict when one is open already.
      def call(actor, record:)
        allow!(actor, :prepare)
        transaction do
          allow_record!(actor, record.lock!, :change)
          version = record.versions_dataset.working.first or
            raise Errors::Missing.new(:no_version_to_send, number: record.number)
          HoldGate.pass_to_docket(record)
          refuse_second(record)
          refuse_reserved(record)
          docket = draft(actor, record, version)
          facts = { "record" => record.number, "version" => version.number, "sha256" => version.sha256 }
          record_event(docket, "docket.drafted", actor, facts)
          propose_parties(docket, record)
          TypedFields.call(docket.documents.first)
          docket
        end
      end

      private

      def draft(actor, record, version)
        docket = Store::Docket.create(
          number: number(record),
          sample: record.sample,
          title: record.title,
          owner_id: actor.id,
          record_class_id: record.record_class_id,
          created_at: now
        )
        Store::DocketDocument.create(docket_id: docket.id, position: 1, record_id: record.id, version_id: version.id)
        record.update(docket_state: docket.refresh.state)
        docket
      end

      # The default parties of the case file or the class.
      def propose_parties(docket, record)
        Queries::CaseDefaults.seats(record).each do |seat|
          Store::Party.create(docket_id: docket.id, state_since: now, **seat)
        end
      end

      # Samples have a series of their own.
      def number(record)
        year = office.zone.to_local(now).year
        prefix = record.sample ? TakeSample::PREFIX : office.number_prefix
        counter = record.sample ? "docket:#{prefix}:#{year}" : "docket:#{year}"
        format("%s-%d-%05d", prefix, year, Store::Counters.next(counter))
      end

      # What somebody is revising would be stale by the time it is sent.
      def refuse_reserved(record)
        return unless record.reserved_by

        raise Errors::Conflict.new(:reserved_or_free, name: record.holder.name, number: record.number)
      end

      def refuse_second(record)
        open = Queries::OpenDocket.of(record)
        return unless open

        raise Errors::Conflict.new(:in_docket_already, number: record.number, docket: open)
      end
    end
  end
end
