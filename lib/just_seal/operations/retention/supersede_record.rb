# frozen_string_literal: true

module JustSeal
  module Operations
    # Says that another record took the place of one, or that it did not after all.
    class SupersedeRecord < Operation
      # +number+ was superseded by the record +by+. Returns the Store::RecordSuccession.
      # Raises Errors::Invalid for no other record, Errors::Conflict where it is superseded, or would take its own place
      # round a corner.
      def call(actor, number:, by:)
        allow!(actor, :correct)
        transaction do
          record = changeable(actor, number)
          successor = other(actor, record, by)
          followed = Store::RecordSuccession.live.first(record_id: record.id)
          raise Errors::Conflict.new(:superseded_already, number: number) if followed

          record_event_on(number, "record.superseded", actor, "by" => successor.number)
          Store::RecordSuccession.create(
            record_id: record.id,
            successor_id: successor.id,
            made_by: actor.id,
            made_at: now
          )
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Conflict.new(:superseded_already, number: number)
      end

      # It was not superseded after all. Returns the record.
      def take_back(actor, number:)
        allow!(actor, :correct)
        transaction do
          record = changeable(actor, number)
          row = Store::RecordSuccession.live.first(record_id: record.id) or next record

          record_event_on(number, "record.superseded_not", actor, "by" => row.successor.number)
          row.update(ended_by: actor.id, ended_at: now)
          record
        end
      end

      private

      def changeable(actor, number)
        record = Store::Record.locked(number)
        allow_record!(actor, record, :change)
        HoldGate.pass(record)
        record
      end

      def other(actor, record, number)
        found = Store::Record.first(number: number.to_s.strip.upcase)
        found = nil unless found && Queries::VisibleScope.new(actor).record?(found)
        raise Errors::Invalid, { "by" => Core::Problem.new(:no_record, number: number.to_s.strip) } unless found
        raise Errors::Invalid, { "by" => :superseded_by_itself } if found.id == record.id
        raise Errors::Invalid, { "by" => :superseded_in_circle } if follows?(found, record)

        found
      end

      # Was +record+ superseded by +wanted+, directly or through others?
      def follows?(record, wanted)
        seen = []
        id = record.id
        while (id = Store::RecordSuccession.live.where(record_id: id).get(:successor_id))
          return id == wanted.id if id == wanted.id || seen.include?(id)

          seen << id
        end
        false
      end
    end
  end
end
