# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # One line that the party types.
        class Text < Kind
          id :text
          size(**LINE)
          filled_by :party
          type :text
          settings :pattern, :default
        end
      end
    end
  end
end
