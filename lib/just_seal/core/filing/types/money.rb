# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # An amount; the unit of its item is the currency.
        class Money < Number
          id :money
          formal :number
          filter :range

          DECIMALS = 2

          def shown(item, value, notation) = notation.money(value, item["unit"])

          private

          def most_decimals = DECIMALS
        end
      end
    end
  end
end
