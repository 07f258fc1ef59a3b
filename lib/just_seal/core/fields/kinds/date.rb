# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # A day that the party chooses.
        class Date < Kind
          id :date
          size(**DAY)
          filled_by :party
          type :date
          settings :default
          control :line, type: "date"
        end
      end
    end
  end
end
