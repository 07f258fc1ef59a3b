# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # Pages larger, smaller, or as wide as there is room.
      class Zoom < Component
      end
    end
  end
end
