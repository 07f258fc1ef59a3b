# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # A value and the item under which it is kept, as a fact of a problem: whoever tells it writes it as people do.
      ItemValue = Value.of(:item, :value)
    end
  end
end
