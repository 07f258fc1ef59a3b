# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # A number, checked against its bounds while it is typed.
        class Number < Kind
          include Bounded

          id :number
          size width: 80, height: 16, least_width: 30, least_height: 9
          filled_by :party
          type :number
          settings :unit, :decimals, :least, :most, :default
          control :line, inputmode: "decimal"
        end
      end
    end
  end
end
