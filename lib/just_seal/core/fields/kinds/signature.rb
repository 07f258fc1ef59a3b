# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # Typed or drawn by the party.
        class Signature < Kind
          id :signature
          size width: 150, height: 30, least_width: 60, least_height: 18
          filled_by :mark

          def written(_spot, by) = by.marks[id]
          def picture(looks, spot, value, foot) = looks.signature(spot, value, foot: foot)
        end
      end
    end
  end
end
