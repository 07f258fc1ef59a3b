# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # For kinds whose values are numbers within bounds.
        module Bounded
          def unfit(spot, value)
            number = BigDecimal(value)
            least, most = %w[least most].map { |bound| spot.setting(bound) }
            if !least.empty? && number < BigDecimal(least)
              Problem.new(:number_too_small, field: spot.title, least: shown(spot, least))
            elsif !most.empty? && number > BigDecimal(most)
              Problem.new(:number_too_large, field: spot.title, most: shown(spot, most))
            end
          end
        end
      end
    end
  end
end
