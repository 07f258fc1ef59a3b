# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Dockets
      # Days on which the office works: Monday to Friday, without its holidays.
      module WorkingDays
        MAX = 250

        module_function

        def working?(date, holidays) = (1..5).cover?(date.cwday) && !holidays.include?(date)

        # The working day that is +days+ (1 to MAX) working days after +date+; +holidays+: [Date, ...].
        def after(date, days, holidays)
          days.times do
            date += 1
            date += 1 until working?(date, holidays)
          end
          date
        end
      end
    end
  end
end
