# frozen_string_literal: true

module JustSeal
  module Core
    module Offices
      # How well one colour stands out from another (WCAG 2.2, "contrast ratio" and "relative luminance"). Colours are
      # texts of the form "#1c6b66".
      module Contrast
        FORM = /\A#\h{6}\z/
        WEIGHTS = [0.2126, 0.7152, 0.0722].freeze
        # Success criterion 1.4.3, level AA, for text.
        MIN_TEXT = 4.5

        module_function

        # From 1 (the same) to 21 (black on white).
        def ratio(one, two)
          darker, lighter = [luminance(one), luminance(two)].minmax
          (lighter + 0.05) / (darker + 0.05)
        end

        def luminance(colour)
          colour.delete("#").scan(/../).map do |part|
            linear(part.hex / 255.0)
          end.zip(WEIGHTS).sum { |part, by| part * by }
        end

        def linear(part) = part <= 0.04045 ? part / 12.92 : (((part + 0.055) / 1.055)**2.4)
      end
    end
  end
end
