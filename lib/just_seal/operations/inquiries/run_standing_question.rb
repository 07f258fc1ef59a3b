# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks one standing question anew, and keeps what is new. What was found before and is not found any more is gone;
    # when it comes back, it is new again.
    class RunStandingQuestion < Operation
      # Lists of each question whose lines are finds, and the columns that make a line the same as one of another day.
      FINDS = {
        "below_floor" => {
          "below" => %w[docket party],
          "today" => %w[docket party],
          "authenticators" => %w[kind email]
        },
        "late_and_stuck" => { "late" => %w[docket title], "ended" => %w[docket title] },
        "missing_pieces" => {
          "certificate" => %w[docket title],
          "place" => %w[record docket],
          "particulars" => %w[record docket],
          "unsealed" => %w[record title]
        },
        "still_provable" => { "broken" => %w[docket record] }
      }.freeze
      # Cells of a line that are kept.
      MAX_CELLS = 6

      # Returns the new finds.
      def call(watch_id)
        watch = Store::StandingQuestion[watch_id]
        return [] if watch.ended_at

        found = finds(watch)
        transaction { keep(watch.lock!, found) }
      end

      private

      # {key => line as a Hash}
      def finds(watch)
        result = Queries::Questions::ALL.fetch(watch.question).new(scope(watch), {}, office: office).call
        lists = result["lists"].select { |list| FINDS.fetch(watch.question).key?(list["name"]) }
        lists.flat_map { |list| lines(list, FINDS.fetch(watch.question).fetch(list["name"])) }.to_h
      end

      def scope(watch)
        today = office.zone.to_local(now).to_date
        period = { "from" => (today - watch.days).iso8601, "until" => today.iso8601 }
        Queries::InquiryScope.new(period.merge(watch.scope.to_h), zone: office.zone)
      end

      # [[key, line], ...] of +list+; +known_by+: columns that make a line the same as one of another day.
      def lines(list, known_by)
        names = list["columns"].map { |column| column["name"] }
        list["rows"].map do |row|
          cells = names.zip(row).to_h
          ["#{list["name"]} #{cells.values_at(*known_by).join(" ")}", told(list, row)]
        end
      end

      def told(list, row)
        {
          "question" => Queries::Questions::Question::FORMAT,
          "list" => list["name"],
          "columns" => list["columns"].first(MAX_CELLS),
          "cells" => row.first(MAX_CELLS)
        }
      end

      def keep(watch, found)
        known = watch.finds_dataset.as_hash(:key)
        known.each { |key, row| row.update(gone_at: now) if row.gone_at.nil? && !found.key?(key) }
        fresh = found.reject { |key, _| known[key] && known[key].gone_at.nil? }
        fresh.each { |key, told| keep_find(watch, key, told) }
        watch.update(ran_at: now, problem: nil)
        fresh.values
      end

      # What was gone and is found again is new again.
      def keep_find(watch, key, told)
        again = { told: Sequel[:excluded][:told], found_at: now, seen_at: nil, gone_at: nil }
        Store::StandingQuestionFind.dataset
          .insert_conflict(target: %i[watch_id key], update: again)
          .insert(watch_id: watch.id, key: key, told: Sequel.pg_jsonb(told), found_at: now)
      end
    end
  end
end
