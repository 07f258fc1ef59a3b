# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # Where a party says it is when it acts, as its browser tells it (W3C Geolocation; degrees by WGS 84). Entries
      # hold no fractions, so degrees are kept as text with four places, which is about ten metres.
      module Location
        RANGES = { "latitude" => -90.0..90.0, "longitude" => -180.0..180.0 }.freeze
        MAX_METRES = 1_000_000

        module_function

        # {"latitude", "longitude" (text), "accuracy_m" (Integer)}, or {"refused" => true} for anything else.
        def read(given)
          return { "refused" => true } unless given.is_a?(Hash) && RANGES.all? do |key, range|
            given[key].is_a?(Numeric) && range.cover?(given[key])
          end

          RANGES.keys.to_h do |key|
            [key, format("%.4f", given[key])]
          end.merge("accuracy_m" => given["accuracy"].to_f.round.clamp(0, MAX_METRES))
        end
      end
    end
  end
end
