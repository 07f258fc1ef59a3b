# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # The day on which the party acts.
        class ActingDate < Kind
          id :acting_date
          size(**DAY)
          filled_by :system

          def written(_spot, by) = by.day
        end
      end
    end
  end
end
