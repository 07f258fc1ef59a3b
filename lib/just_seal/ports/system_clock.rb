# frozen_string_literal: true

module JustSeal
  module Ports
    # The time of this machine.
    class SystemClock
      def now = Time.now.utc
    end
  end
end
