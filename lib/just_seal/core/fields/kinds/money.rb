# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # An amount in one currency.
        class Money < Kind
          include Bounded

          id :money
          size width: 100, height: 16, least_width: 40, least_height: 9
          filled_by :party
          type :money
          settings :unit, :decimals, :least, :most, :default
          control :line, inputmode: "decimal"
        end
      end
    end
  end
end
