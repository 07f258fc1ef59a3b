# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # Crossed or left empty. If it is required, it must be crossed.
        class Tick < Kind
          id :tick
          size(**BOX)
          filled_by :party
          type :yes_no
          settings :default
          control :box

          def possibilities(_same) = [true, false]
          def filled?(value) = value == "yes"
          def written(spot, by) = by.values[spot.slot] == "yes" || nil
        end
      end
    end
  end
end
