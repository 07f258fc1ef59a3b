# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # How much falls due in which year. Where years are many, the first and every fifth are named.
      class DueChart < Component
        WIDTH = 900
        HEIGHT = 150
        TOP = 14
        MAX_BAR_WIDTH = 60
        MAX_NAMED = 16
        NAMED = 5

        # +years+: each with year, count, overdue.
        def initialize(context, years, content: nil)
          super(context, content: content)
          @years = years
        end

        def frame = "0 0 #{WIDTH} #{HEIGHT + 34}"
        def words = @years.map { |one| "#{one.year}: #{one.count}" }.join(", ")
        def base = HEIGHT + TOP
        def named?(one) = @years.size <= MAX_NAMED || (one.year % NAMED).zero? || one == @years.first

        # [[year, class, x, y, width, height, middle], ...]
        def bars
          @years.each_with_index.map do |one, index|
            tall = one.count * HEIGHT / [most, 1].max.to_f
            x = (index * step) + (step * 0.15)
            names = "due-bar#{" overdue" if one.overdue.positive?}"
            [one, names, x.round(1), (base - tall).round(1), width.round(1), tall.round(1), (x + (width / 2)).round(1)]
          end
        end

        private

        def most = @years.map(&:count).max.to_i
        def step = WIDTH / @years.size.to_f
        def width = [step * 0.7, MAX_BAR_WIDTH].min
      end
    end
  end
end
