# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # From other fields and the particulars, when the party acts.
        class Computed < Kind
          id :computed
          size width: 100, height: 16, least_width: 30, least_height: 9
          filled_by :system
          settings :formula, :unit, :decimals, :rounding
        end
      end
    end
  end
end
