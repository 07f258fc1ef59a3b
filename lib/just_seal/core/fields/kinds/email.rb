# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # The party's e-mail address.
        class Email < Kind
          id :email
          size(**LINE)
          filled_by :system

          def written(_spot, by) = by.email
        end
      end
    end
  end
end
