# frozen_string_literal: true

module JustSeal
  module Operations
    # Enters with each record that a hold covers it, and that it was lifted; and remembers which they are. What a hold
    # covers holds without that. Safe to run twice and by several processes.
    class SpreadHold < Operation
      BATCH = 200

      # All holds: records come under them by themselves.
      def self.all
        Store::Hold.select_map(:id).each { |id| call(id) }
      end

      # Returns how many records were entered.
      def call(hold_id)
        hold = Store::Hold.where(id: hold_id).eager(:terms).all.first or return 0
        hold.live? ? repeat { cover(hold) } : repeat { release(hold) }
      end

      private

      def repeat
        total = 0
        while (done = transaction { yield }).positive?
          total += done
        end
        total
      end

      def cover(hold)
        records = fresh(hold).order(HELD).limit(BATCH).all
        records.sum do |record|
          kept = db[:held_records].insert_conflict.returning(:record_id).insert(
            hold_id: hold.id,
            record_id: record.id,
            since: now
          )
          next 0 if kept.empty?

          record_event_on(record.number, "record.held", Core::Actor::SYSTEM, "hold" => hold.number)
          1
        end
      end

      HELD = Queries::HeldRecords::ID
      private_constant :HELD

      def fresh(hold)
        known = db[:held_records].where(hold_id: hold.id).select(:record_id)
        Queries::HeldRecords.new(hold.terms, zone: office.zone).dataset.exclude(HELD => known)
      end

      def release(hold)
        rows = db[:held_records].where(hold_id: hold.id, released_at: nil)
        ids = rows.order(:record_id).limit(BATCH).for_update.skip_locked.select_map(:record_id)
        rows.where(record_id: ids).update(released_at: now)
        Store::Record.where(id: ids).order(:id).each do |record|
          record_event_on(record.number, "record.released", Core::Actor::SYSTEM, "hold" => hold.number)
          go_on(record) if hold.stops_dockets
        end
        ids.size
      end

      # A docket that waited to be sealed, to remind or to lapse, goes on.
      def go_on(record)
        dockets = Store::DocketDocument.own.where(record_id: record.id).select(:docket_id)
        Store::Docket.where(id: dockets, state: "out").select_map(:id).each do |id|
          [Jobs::SealDocket, Jobs::RemindDocket, Jobs::LapseDocket].each { |job| job.enqueue(id) }
        end
      end
    end
  end
end
