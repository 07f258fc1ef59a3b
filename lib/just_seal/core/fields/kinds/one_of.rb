# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # A box for each possibility. Boxes of one name belong together; one is crossed.
        class OneOf < Kind
          id :one_of
          size(**BOX)
          filled_by :party
          type :choice
          settings :option, :default
          control :box

          def options(_spot, same) = same.map { |box| box.setting("option") }
          def possibilities(same) = ["", *options(same.first, same)]
          def written(spot, by) = by.values[spot.slot] == spot.setting("option") || nil
        end
      end
    end
  end
end
