# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # How far many people are, as one strip: a part for each standing, as wide as there are people in it, with the
      # fill patterns of the dial.
      class Roll < Component
        # From what is done to what is not begun; the patterns are those of a party in the dial.
        ORDER = %w[done opened invited waiting refused lapsed withdrawn failed].freeze
        WIDTH = 220
        HEIGHT = 12
        LEAST = 2.0

        # +counts+: {standing => number}; +of+: the number that fills the strip, where strips are compared; +width+: in
        # pixels.
        def initialize(context, counts, of: nil, width: WIDTH, content: nil)
          super(context, content: content)
          @width = width
          @counts = ORDER.to_h { |key| [key, counts.fetch(key, 0)] }.reject { |_, count| count.zero? }
          @of = [of || total, 1].max
        end

        def words = @counts.empty? ? t(".nobody") : list(@counts.map { |key, count| part_words(key, count) })
        attr_reader :width

        def frame = "0 0 #{width} #{HEIGHT}"
        def ground_width = width - 1
        def height = HEIGHT - 1

        # [[standing, left, width], ...] in the units of the drawing.
        def parts
          left = 0.0
          @counts.map do |key, count|
            part = [count * width / @of.to_f, LEAST].max
            [key, left.round(2), part.round(2)].tap { left += part }
          end
        end

        private

        def total = @counts.values.sum
        def part_words(key, count) = t("standing_counts.#{key}", count: count, number: number(count))
      end
    end
  end
end
