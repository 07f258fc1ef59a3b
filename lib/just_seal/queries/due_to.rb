# frozen_string_literal: true

module JustSeal
  module Queries
    # Records that have fallen due for one action, for a list of a disposal or a transfer. Counted anew, and not by what
    # was counted last.
    class DueTo
      # A list holds so many; what is due beyond it waits for the next.
      MOST = 20_000
      BATCH = 500

      # +action+: of Core::Retention::Schedule; +by+: Date; +record_class+: row, with all beneath it, nil for every
      # class; +except+: dataset of record_id that other lists have; +at+: Time; +zone+: of the office.
      def initialize(action, by:, record_class:, except:, at:, zone:)
        @action = action
        @by = by
        @record_class = record_class
        @except = except
        @at = at
        @facts = RetentionFacts.new(zone)
      end

      # Yields [{record_id:, due_on:, basis:}, ...], BATCH at a time, with an Enumerator without a block.
      def each_batch(&block)
        return to_enum(:each_batch) unless block

        ids.each_slice(BATCH) { |some| yield lines(Store::Record.where(id: some).there.order(:id).all) }
      end

      # How many more there are, as they were counted last; MOST where there are at least so many.
      def left = waiting.limit(MOST).select(1).from_self.count

      private

      def rules = @rules ||= RetentionRules.new(@at)
      def ids = waiting.order(:due_on, :record_id).limit(MOST).select_map(:record_id)

      # As they were counted last.
      def waiting
        due = Store.db[:retentions].where(action: @action).where(Sequel[:due_on] <= @by)
        due = due.where(record_class_id: Store::RecordClass.beneath([@record_class.id])) if @record_class
        due.exclude(record_id: @except)
      end

      def lines(records)
        facts = @facts.of(records)
        reviews = Store::RecordReview.newest.where(record_id: records.map(&:id)).eager(:maker).as_hash(:record_id)
        records.filter_map { |record| line(record, facts.fetch(record.id), reviews[record.id]) }
      end

      def line(record, facts, review)
        version = rules.version(record.record_class_id) or return
        due = version.schedule.due(facts)
        return unless due.action == @action && due.by?(@by)

        review = nil unless version.schedule.action == "review"
        basis = DisposalBasis.call(version, @rules.record_class(version.record_class_id), due, review: review)
        { record_id: record.id, due_on: due.due_on, basis: Sequel.pg_jsonb(basis) }
      end
    end
  end
end
