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
              Problem.new(:number_too_small, field: spot.title, least: told(spot, least))
            elsif !most.empty? && number > BigDecimal(most)
              Problem.new(:number_too_large, field: spot.title, most: told(spot, most))
            end
          end

          private

          def told(spot, bound) = Filing::ItemValue.new(item: ValueParser.item(spot), value: bound)
        end
      end
    end
  end
end
