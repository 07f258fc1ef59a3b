# frozen_string_literal: true

module JustSeal
  module Queries
    # What a schedule would do to the records that are held, beside what is in force: those that would fall due on
    # another day, or would be let go in another way.
    class RetentionEffect
      SIZE = 40
      BATCH = 500
      # So many records are looked at before a page tells how many change.
      MAX_COUNTED = 10_000

      # +before+, +after+: Core::Retention::Due, nil without a schedule.
      Change = Core::Value.of(:record, :before, :after) do
        def changed? = before != after && [before, after].map { |due| told(due) }.uniq.size == 2
        def sooner? = after&.due_on && (before&.due_on.nil? || after.due_on < before.due_on)

        private

        def told(due) = due && [due.action, due.due_on, due.waits_for]
      end
      # +looked+ at; +changed+ of them; +sooner+; +overdue+: would be due by now; +more+: were there more to look at?
      Figures = Core::Value.of(:looked, :changed, :sooner, :overdue, :more)

      # +version+: Store::RetentionVersion, kept or not; +sight+: of whoever looks; +at+: Time; +zone+: of the office.
      def initialize(version, sight:, at:, zone:)
        @version = version
        @sight = sight
        @today = zone.to_local(at).to_date
        @facts = RetentionFacts.new(zone)
        @before = RetentionRules.new(at)
        @after = RetentionRules.new(at, instead: { version.record_class_id => version })
      end

      # Page of Changes after the record with id +after+.
      def page(after: nil)
        found = []
        last = after.to_i
        while found.size <= SIZE && (some = batch(last)).any?
          last = some.last.id
          found.concat(changes(some).select(&:changed?))
        end
        Page.new(rows: found.first(SIZE), next_key: (found[SIZE - 1].record.id.to_s if found.size > SIZE))
      end

      # Of the first MAX_COUNTED records, with the class of each.
      def figures
        all = []
        last = 0
        while all.size < MAX_COUNTED && (some = batch(last)).any?
          last = some.last.id
          all.concat(changes(some))
        end
        changed = all.select(&:changed?)
        Figures.new(
          looked: all.size,
          changed: changed.size,
          sooner: changed.count(&:sooner?),
          overdue: changed.count { |one| one.after&.by?(@today) },
          more: all.size >= MAX_COUNTED && batch(last).any?
        )
      end

      private

      def batch(last)
        @records ||= @sight.counted_records.there.where(record_class_id: @after.followers(@version.record_class_id))
        id = Sequel[:records][:id]
        @records.where(id > last).order(id).limit(BATCH).all
      end

      def changes(records)
        facts = @facts.of(records)
        records.map do |record|
          before, after = [@before, @after].map { |rules| rules.due(record.record_class_id, facts.fetch(record.id)) }
          Change.new(record: record, before: before, after: after)
        end
      end
    end
  end
end
