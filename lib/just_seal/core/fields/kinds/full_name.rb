# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # The party's name.
        class FullName < Kind
          id :full_name
          size(**LINE)
          filled_by :system

          def written(_spot, by) = by.name
        end
      end
    end
  end
end
