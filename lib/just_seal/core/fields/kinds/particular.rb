# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # The record's particular, written when the docket is sent; nobody can change it.
        class Particular < Kind
          id :particular
          size(**LINE)
          filled_by :sending
          settings :particular

          def written(_spot, _by) = nil
        end
      end
    end
  end
end
