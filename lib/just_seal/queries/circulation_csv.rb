# frozen_string_literal: true

module JustSeal
  module Queries
    # Everybody whom a circulation asks, as a table.
    module CirculationCsv
      COLUMNS = %w[name email unit organisation standing docket asked_at acted_at level due_at reminders].freeze

      module_function

      def of(circulation)
        CsvText.of(COLUMNS, CirculationProgress.new(circulation).each.map { |row| row(row) })
      end

      def row(found)
        [
          *found.values_at(:name, :reached_at, :unit, :organisation, :standing, :docket_number),
          *found.values_at(:invited_at, :acted_at).map { |time| time&.utc&.iso8601 },
          found[:level_reached],
          found[:deadline]&.utc&.iso8601,
          found[:reminders]
        ]
      end
    end
  end
end
