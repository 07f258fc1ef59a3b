# frozen_string_literal: true

module JustSeal
  module Core
    module Retention
      # What of one record a schedule may count from: Dates, nil where it has not happened. +particulars+: {name =>
      # text, a date as ISO 8601}; +review+: Review, the newest.
      Facts = Value.of(:captured, :sealed, :closed, :superseded, :particulars, :review)
    end
  end
end
