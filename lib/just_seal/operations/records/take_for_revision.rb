# frozen_string_literal: true

module JustSeal
  module Operations
    # Reserves a record for the one who is going to revise it.
    class TakeForRevision < Operation
      # Returns the record. Raises Errors::Conflict when somebody else has it.
      def call(actor, number:)
        allow!(actor, :capture)
        transaction do
          record = Store::Record.locked(number)
          allow_record!(actor, record, :change)
          BoundRecord.refuse(record)
          next record if record.reserved_by == actor.id
          raise Errors::Conflict.new(:reserved_by, name: record.holder.name, number: number) if record.reserved_by

          record_event_on(number, "record.taken", actor)
          record.update(reserved_by: actor.id, reserved_at: now)
        end
      end
    end
  end
end
