# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Circulations
      # By when somebody has to act who is asked on a day, and on which days what is circulated is in force.
      module Timing
        # Working days for whoever is asked when the day by which all had to act is over.
        LATE_DAYS = 10

        module_function

        # [:day, Date] or [:working_days, Integer] for somebody who is asked on +today+; +due_on+: Date or nil;
        # +due_days+: Integer, where there is no day.
        def due(today, due_on:, due_days:)
          return [:working_days, due_days] unless due_on

          due_on > today ? [:day, due_on] : [:working_days, LATE_DAYS]
        end

        # Is what is circulated in force on +day+? nil for no beginning, or no end.
        def in_force?(day, starts_on, ends_on)
          (starts_on.nil? || starts_on <= day) && (ends_on.nil? || day <= ends_on)
        end
      end
    end
  end
end
