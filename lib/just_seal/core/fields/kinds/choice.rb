# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # One of a list, which is written out.
        class Choice < Kind
          id :choice
          size width: 130, height: 16, least_width: 40, least_height: 9
          filled_by :party
          type :choice
          settings :options, :default
          control :choice

          def possibilities(same) = ["", *same.first["options"]]
        end
      end
    end
  end
end
