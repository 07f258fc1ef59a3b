# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A chart of an answer: one bar for each value.
      class Bars < Component
        WIDTH = 900
        HEIGHT = 120
        TOP = 14
        MIN = 6

        attr_reader :chart

        # +chart+: {"title", "unit", "bars" => [[label, value], ...]}
        def initialize(context, chart, content: nil)
          super(context, content: content)
          @chart = chart
        end

        def frame = "0 0 #{WIDTH} #{HEIGHT + 34}"
        def base = HEIGHT + TOP
        def values = chart["bars"].map { |label, value| "#{label} #{value}" }.join(", ")
        def words = t(".label", title: chart["title"], unit: chart["unit"], values: values)

        # [[label, value, left, top, width, height, middle], ...] in the units of the drawing.
        def bars
          step = WIDTH / [chart["bars"].size, MIN].max.to_f
          width = step * 0.6
          chart["bars"].each_with_index.map do |(label, value), index|
            tall = value * HEIGHT / most
            left = (index + 0.2) * step
            [label, value, *[left, base - tall, width, tall, left + (width / 2)].map { |one| one.round(1) }]
          end
        end

        private

        def most = @most ||= [chart["bars"].map(&:last).max.to_f, 1e-9].max
      end
    end
  end
end
