# frozen_string_literal: true

module JustSeal
  module Operations
    # Counts when records fall due: those to which something happened, and all of a class whose schedule came into
    # force. What is counted is for lists; whatever hangs on it counts anew.
    class CountRetention < Operation
      BATCH = 1_000
      # Lines of the tally that are summed up at once.
      TALLY = 5_000

      # Returns how many records were counted. Several at once take different ones.
      def call
        note_begun
        total = 0
        while (done = transaction { count_some }).positive?
          total += done
        end
        transaction { sum_up }
        total
      end

      # Counts +records+ (rows) at once, in the transaction of who has them before their eyes.
      def at_once(records) = keep(records)

      private

      # Many lines of the tally become one for each class, year and action.
      def sum_up
        ids = db[:retention_tally].order(:id).limit(TALLY).for_update.skip_locked.select_map(:id)
        return if ids.size < TALLY

        columns = %i[record_class_id year action]
        sums = db[:retention_tally].where(id: ids).group(*columns).select(*columns, Sequel.function(:sum, :count))
        db[:retention_tally].insert([*columns, :count], sums)
        db[:retention_tally].where(id: ids).delete
      end

      # All records of classes whose newest schedule nobody has counted by.
      def note_begun
        counted = db[:retention_counted].select(:record_class_id, :version)
        begun = Store::RetentionVersion.begun(now).exclude(
          %i[record_class_id version].map { |name| Sequel[:retention_versions][name] } => counted
        ).all
        begun.each { |version| transaction { note_class(version) } }
      end

      def note_class(version)
        fresh = db[:retention_counted].insert_conflict.returning(:version).insert(
          record_class_id: version.record_class_id,
          version: version.version,
          counted_at: now
        )
        return if fresh.empty?

        ids = Queries::RetentionRules.new(now).followers(version.record_class_id)
        db[:retention_stale].insert([:record_id], Store::Record.where(record_class_id: ids).there.select(:id))
      end

      # Returns how many notes were worked off.
      def count_some
        notes = db[:retention_stale].order(:id).limit(BATCH).for_update.skip_locked.select_map(%i[id record_id])
        return 0 if notes.empty?

        # What changes from here on leaves a note of its own.
        db[:retention_stale].where(id: notes.map(&:first)).delete
        keep(Store::Record.where(id: notes.map(&:last).uniq, sample: nil).there.all)
        notes.size
      end

      def keep(records)
        # In one order, so that two who count the same wait for each other and never both.
        kept, free = dues(records.sort_by(&:id)).partition(&:last)
        db[:retentions].where(record_id: free.map { |record, _| record.id }).delete
        rows = kept.map { |record, due| row(record, due) }
        db[:retentions].insert_conflict(target: :record_id, update: excluded).multi_insert(rows)
      end

      # {record => Core::Retention::Due or nil}; what an archive has is due for no transfer.
      def dues(records)
        rules = Queries::RetentionRules.new(now)
        facts = Queries::RetentionFacts.new(office.zone).of(records)
        done = Store::TransferLine.where(record_id: records.map(&:id)).confirmed.select_map(:record_id).to_set
        records.to_h do |record|
          due = rules.due(record.record_class_id, facts.fetch(record.id))
          [record, (due unless due&.action == "transfer" && done.include?(record.id))]
        end
      end

      def row(record, due)
        {
          record_id: record.id,
          record_class_id: record.record_class_id,
          action: due.action,
          due_on: due.due_on,
          waits_for: due.waits_for
        }
      end

      def excluded
        %i[record_class_id action due_on waits_for].to_h { |name| [name, Sequel[:excluded][name]] }
      end
    end
  end
end
