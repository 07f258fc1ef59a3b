# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks one standing question anew, and keeps what is new. What was found before and is not found any more is gone;
    # when it comes back, it is new again.
    class RunWatch < Operation
      # Lists of each question whose lines are finds.
      FINDS = {
        "below_floor" => %w[below today authenticators],
        "late_and_stuck" => %w[late ended],
        "missing_pieces" => %w[certificate place particulars unsealed],
        "still_provable" => %w[broken]
      }.freeze

      # Returns the new finds.
      def call(watch_id)
        watch = Store::Watch[watch_id]
        return [] if watch.ended_at

        found = finds(watch)
        transaction { keep(watch.lock!, found) }
      end

      private

      # {key => line as a Hash}
      def finds(watch)
        today = office.zone.to_local(now).to_date
        scope = Queries::InquiryScope.new(
          {
            "from" => (today - watch.days).iso8601,
            "until" => today.iso8601
          }.merge(watch.scope.to_h),
          zone: office.zone
        )
        result = Queries::Questions::ALL.fetch(watch.question).new(scope, {}, office: office).call
        result["lists"].select do |list|
          FINDS.fetch(watch.question).include?(list["name"])
        end.flat_map do |list|
          list["rows"].map do |row|
            [
              [list["name"], row.first(2)].flatten.join(" "),
              { "list" => list["title"], "cells" => row.first(6).map(&:to_s) }
            ]
          end
        end.to_h
      end

      def keep(watch, found)
        known = watch.finds_dataset.as_hash(:key)
        known.each { |key, row| row.update(gone_at: now) if row.gone_at.nil? && !found.key?(key) }
        fresh = found.reject { |key, _| known[key] && known[key].gone_at.nil? }
        fresh.each do |key, told|
          Store::WatchFind.dataset.insert_conflict(
            target: %i[watch_id key],
            update: { told: Sequel[:excluded][:told], found_at: now, seen_at: nil, gone_at: nil }
          ).insert(
            watch_id: watch.id, key: key, told: Sequel.pg_jsonb(told), found_at: now
          )
        end
        watch.update(ran_at: now, problem: nil)
        fresh.values
      end
    end
  end
end
