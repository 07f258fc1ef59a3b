# frozen_string_literal: true

module JustSeal
  module Core
    module Webhooks
      # When a message that was not taken is tried again: soon at first, and for a day in all.
      module Retries
        MINUTE = 60
        HOUR = 3600
        WAITS = [5, 30, 2 * MINUTE, 10 * MINUTE, 30 * MINUTE, HOUR, 2 * HOUR, 4 * HOUR, 8 * HOUR, 8 * HOUR].freeze
        # An address that has taken nothing for so long is called no more.
        LONG_SECONDS = 24 * HOUR
        # RFC 9110, 15.5.11: whoever answers so wants no more of it.
        GONE = "410"

        module_function

        # Seconds until the next try after +tries+ tries, nil for none.
        def wait(tries) = WAITS[tries - 1]
      end
    end
  end
end
