# frozen_string_literal: true

module JustSeal
  module Core
    module Audit
      # The middle, the ninetieth of a hundred, and the longest of many times, by the nearest rank: each figure is one
      # that was measured.
      module Spread
        Figures = Value.of(:count, :median, :ninetieth, :longest)

        module_function

        # +values+: numbers. nil for none.
        def of(values)
          return if values.empty?

          sorted = values.sort
          Figures.new(count: sorted.size, median: at(sorted, 50), ninetieth: at(sorted, 90), longest: sorted.last)
        end

        # The least value that +percent+ of all do not exceed.
        def at(sorted, percent) = sorted[(((sorted.size * percent) + 99) / 100) - 1]
      end
    end
  end
end
