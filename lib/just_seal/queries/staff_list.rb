# frozen_string_literal: true

module JustSeal
  module Queries
    # The staff by name, narrowed by words, role, unit and state; and all of them as CSV.
    module StaffList
      SIZE = 50
      COLUMNS = %w[email name role unit job_title].freeze
      # what a list can be narrowed to => states of Core::Offices::AccountState
      NARROWED = { "here" => %w[invited open], "invited" => %w[invited], "ended" => %w[ended] }.freeze

      module_function

      # +given+: {"find", "role", "unit", "state"} as texts; +after+: id of the last one, or nil. Returns Page.
      def page(given = {}, after: nil, size: SIZE)
        found = narrowed(Store::Account.staff, given)
        last = after.to_s.match?(/\A\d{1,18}\z/) ? Store::Account[after.to_i] : nil
        found = found.where(Sequel.lit("(name, id) > (?, ?)", last.name, last.id)) if last
        rows = found.order(:name, :id).limit(size + 1).all
        Page.new(rows: rows.first(size), next_key: (rows[size - 1].id.to_s if rows.size > size))
      end

      # {key of NARROWED => how many}
      def counts
        found = Store::Account.staff.group_and_count(:status_id).as_hash(:status_id, :count)
        NARROWED.transform_values { |states| found.values_at(*numbers(states)).compact.sum }
      end

      def numbers(states) = Core::Offices::AccountState::NUMBERS.values_at(*states)

      # All whose accounts have not ended.
      def csv
        rows = Store::Account.staff.where(status_id: numbers(NARROWED["here"])).order(:name, :id)
        CsvText.of(COLUMNS, rows.map { |row| COLUMNS.map { |name| row[name.to_sym] } })
      end

      def narrowed(dataset, given)
        asked = {
          status_id: numbers(NARROWED.fetch(given["state"], NARROWED["here"])),
          role: given["role"],
          unit: (Store::Unit.downwards(given["unit"]) unless given["unit"].to_s.empty?)
        }
        worded(dataset.where(asked.reject { |_, value| value.to_s.empty? }), given["find"].to_s)
      end

      # Those with all words of +text+ in their names or addresses.
      def worded(dataset, text)
        text.split.first(5).inject(dataset) do |found, word|
          found.where(Sequel.ilike(Sequel.lit("(name || ' ' || email)"), "%#{found.escape_like(word)}%"))
        end
      end
    end
  end
end
