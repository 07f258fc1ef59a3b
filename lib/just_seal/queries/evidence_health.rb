# frozen_string_literal: true

module JustSeal
  module Queries
    # How long the proofs of all sealed files last, and what they rest on.
    class EvidenceHealth
      # +year+; +count+: files that fall due in it; +overdue+: those that are due already.
      Year = Core::Value.of(:year, :count, :overdue)
      SHOWN = 50

      def initialize(sight, now:)
        @sight = sight
        @now = now
      end

      def count = rows.count
      def due = @due ||= rows.where(Sequel[:due_at] <= @now).count

      # [Year, ...] from this one, or an earlier one where something was due, to the last, without gaps.
      def years
        found = by_year(rows)
        return [] if found.empty?

        overdue = by_year(rows.where(Sequel[:due_at] <= @now))
        ([found.keys.min, @now.year].min..found.keys.max).map do |one|
          Year.new(year: one, count: found.fetch(one, 0), overdue: overdue.fetch(one, 0))
        end
      end

      # [["signature", "RSA 3072", "SHA256", how many], ...]
      def footing
        parts = rows.from_self(alias: :health).cross_join(Sequel.lit("jsonb_array_elements(health.rests_on) AS part"))
        what, key, digest = %w[what key digest].map { |name| Sequel.lit("part->>'#{name}'") }
        parts.group(what, key, digest).order(
          what,
          key,
          digest
        ).select_map([what.as(:what), key.as(:key), digest.as(:digest), Sequel.function(:count).*.as(:count)])
      end

      # The next ones: [Store::SealHealth, ...] with their versions and records.
      def next = rows.order(:due_at, :version_id).limit(SHOWN).eager(version: :record).all

      # Batches, the newest first.
      def batches = Store::RenewalBatch.order(Sequel.desc(:id)).limit(5).all

      private

      # {year => how many}
      def by_year(found)
        year = Sequel.lit("date_part('year', due_at AT TIME ZONE 'UTC')::integer")
        found.group(year).select_map([year.as(:year), Sequel.function(:count).*.as(:count)]).to_h
      end

      def rows
        Store::SealHealth.newest.where(
          version_id: Store::Version.where(record_id: @sight.counted_records.select(Sequel[:records][:id])).select(:id)
        )
      end
    end
  end
end
