# frozen_string_literal: true

module JustSeal
  module Queries
    # The units of the office as a tree, each after the one above it.
    class UnitTree
      # +depth+: 0 for the topmost; +people+: how many open accounts are of it.
      Row = Core::Value.of(:unit, :depth, :people) do
        def name = unit.name
      end

      def rows = @rows ||= beneath(nil, 0)

      private

      def units = @units ||= Store::Unit.live.order(:name).eager(:head).all.group_by(&:above)

      def people
        @people ||= Store::Account.live.group_and_count(:unit).to_h { |row| row.values.values_at(:unit, :count) }
      end

      def beneath(name, depth)
        units.fetch(name, []).flat_map do |unit|
          [Row.new(unit: unit, depth: depth, people: people.fetch(unit.name, 0)), *beneath(unit.name, depth + 1)]
        end
      end
    end
  end
end
