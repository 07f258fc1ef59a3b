# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # Typed or drawn by the party, the same in every place.
        class Initials < Kind
          id :initials
          size width: 60, height: 24, least_width: 24, least_height: 14
          filled_by :mark
          settings :required
          wanted

          def written(_spot, by) = by.marks[id]
          def picture(looks, spot, value, _foot) = looks.initials(spot, value)
        end
      end
    end
  end
end
