# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # A file that the party brings. Its name and hash are written here, and signed.
        class Attachment < Kind
          id :attachment
          size(**LINE)
          filled_by :party
          control :file

          def written(spot, by) = by.values[spot.slot]
        end
      end
    end
  end
end
