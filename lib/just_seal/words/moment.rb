# frozen_string_literal: true

require "date"
require "time"

module JustSeal
  module Words
    # A moment as somebody writes it.
    module Moment
      module_function

      # The Time (UTC) of "2031-03-01T10:00:00Z", or the last second of a day, "2031-03-01"; nil for anything else.
      def read(text)
        day = Date.iso8601(text)
        text.include?("T") ? Time.iso8601(text).utc : Time.utc(day.year, day.month, day.day, 23, 59, 59)
      rescue ArgumentError
        nil
      end
    end
  end
end
