# frozen_string_literal: true

module JustSeal
  module Operations
    # A person decides between what a party typed into a sealed document and what stands in the record by now.
    class DecideConflict < Operation
      # +take+: true for the typed value, false to leave the record as it is. Returns the record. Raises
      # Errors::Conflict when it was decided already.
      def call(actor, id:, take:)
        allow!(actor, :correct)
        transaction do
          row = Store::ParticularConflict.where(id: id).for_update.first or raise Errors::Missing, :nothing_to_decide
          raise Errors::Conflict, :decided_by_other if row.decided_at

          record = row.record.lock!
          allow_record!(actor, record, :change)
          HoldGate.pass(record) if take
          take_typed(record, row) if take
          row.update(decided_by: actor.id, decided_at: now, taken: take)
          facts = { "changed" => [row.name], "docket" => row.docket_number }
          record_event_on(record.number, take ? "record.corrected" : "record.left", actor, facts)
          record
        end
      end

      private

      def take_typed(record, row)
        values = record.particulars.to_h.merge(row.name => row.typed)
        record.update(particulars: Sequel.pg_jsonb(values), edits: record.edits + 1)
      end
    end
  end
end
