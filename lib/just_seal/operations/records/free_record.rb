# frozen_string_literal: true

module JustSeal
  module Operations
    # Ends a reservation without a new version: by whoever has the record, or by an administrator.
    class FreeRecord < Operation
      # Returns the record.
      def call(actor, number:)
        allow!(actor, :capture)
        transaction do
          record = Store::Record.locked(number)
          unless record.reserved_by.nil? || record.reserved_by == actor.id || actor.may?(:free_any_record)
            raise Errors::Forbidden.new(:held_by, name: record.holder.name, number: number)
          end

          record_event_on(number, "record.freed", actor, "from" => record.holder.name) if record.reserved_by
          Store::Intake.live.where(record_id: record.id).update(ended_at: now)
          record.update(reserved_by: nil, reserved_at: nil)
        end
      end
    end
  end
end
