# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The head of the column of ticks in a list: ticks all of the page, where scripts run.
      class TickAll < Component
      end
    end
  end
end
