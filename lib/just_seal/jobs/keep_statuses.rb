# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Asks the authorities on which time-stamps rest, once a day.
    class KeepStatuses < Que::Job
      def run = Operations::KeepStatuses.call
    end
  end
end
