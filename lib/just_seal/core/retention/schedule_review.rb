# frozen_string_literal: true

module JustSeal
  module Core
    module Retention
      # What is wrong with a schedule before it is kept.
      module ScheduleReview
        MAX_COUNT = 999
        MAX_TEXT = 300

        module_function

        # +schedule+: Schedule; +items+: particulars of its class. Returns {field => Symbol or Problem}.
        def problems(schedule, items)
          found = {}
          found["action"] = :retention_action_unknown unless Schedule::ACTIONS.include?(schedule.action)
          found.update(period_problems(schedule, items)) unless schedule.for_good?
          found.update(reason_problems(schedule))
        end

        def period_problems(schedule, items)
          found = {}
          found["start"] = :retention_start_unknown unless Schedule::STARTS.include?(schedule.start)
          found["unit"] = :retention_unit_unknown unless Schedule::UNITS.include?(schedule.unit)
          found["count"] = Problem.new(:retention_period, limit: MAX_COUNT) unless counts?(schedule.count)
          found["particular"] = :retention_no_date if schedule.start == "date" && !date?(schedule, items)
          found
        end

        def reason_problems(schedule)
          %w[authority basis].each_with_object({}) do |name, found|
            length = schedule[name].to_s.strip.length
            found[name] = :"retention_#{name}_missing" if length.zero?
            found[name] = Problem.new(:too_long, limit: MAX_TEXT) if length > MAX_TEXT
          end
        end

        def counts?(count) = count.is_a?(Integer) && count.between?(0, MAX_COUNT)

        def date?(schedule, items)
          items.any? { |item| item["name"] == schedule.particular && item["type"] == "date" }
        end
      end
    end
  end
end
