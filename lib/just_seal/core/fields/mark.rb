# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # A signature or initials as the browser sends them: {"typed" => name} or {"strokes" => [[[x, y], ...], ...], "width" =>, "height" =>}, y downwards.
      module Mark
        MOST_STROKES = 400
        MOST_POINTS = 20_000
        MOST_TYPED = 100
        SIDES = (10..5000).freeze
        # Strokes may reach this far beyond their box.
        MARGIN = 50

        module_function

        def valid?(mark) = mark.is_a?(Hash) && (typed?(mark) || drawn?(mark))
        def typed?(mark) = mark.keys == ["typed"] && mark["typed"].is_a?(String) && mark["typed"].strip.length.between?(1, MOST_TYPED)

        def drawn?(mark)
          strokes = mark["strokes"]
          mark.keys.sort == %w[height strokes width] && strokes.is_a?(Array) && strokes.size.between?(1, MOST_STROKES) &&
            mark.values_at("width", "height").all? { |side| side.is_a?(Numeric) && SIDES.cover?(side) } &&
            strokes.all? { |points| points.is_a?(Array) && points.any? && points.all? { |point| point?(point, mark) } } && strokes.sum(&:size) <= MOST_POINTS
        end

        def point?(point, mark)
          point.is_a?(Array) && point.size == 2 && point.all?(Numeric) &&
            point[0].between?(-MARGIN, mark["width"] + MARGIN) && point[1].between?(-MARGIN, mark["height"] + MARGIN)
        end
      end
    end
  end
end
