# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Retention
      # How long the records of a class are kept, from when on, what is done then, and who decided that on which basis
      # (ISO 15489-1, 8.5: a disposition authority).
      #
      # +start+: one of STARTS, "date" with the name of a +particular+; +count+, +unit+: the period; +year_end+: is it
      # counted from the end of the calendar year? +action+: one of ACTIONS; +authority+, +basis+: text.
      Schedule = Value.of(:start, :particular, :count, :unit, :year_end, :action, :authority, :basis) do
        # +definition+: as it is kept, a Hash with the members' names as keys.
        def self.read(definition) = new(**definition.to_h.transform_keys(&:to_sym).slice(*members))

        def to_kept = to_h.compact.transform_keys(&:to_s)
        def for_good? = action == "keep"

        # +facts+: Facts. Returns Due, as it was decided where it was looked at.
        def due(facts) = by_itself(facts).then { |due| facts.review ? facts.review.over(due) : due }

        # The same whatever was decided since.
        #
        # The period begins with the day after the event and ends with the last day of the same number; where a month
        # has none of that number, with the month.
        def by_itself(facts)
          return Due.new(action: action) if for_good?

          event = event(facts)
          return Due.new(action: action, waits_for: start) unless event

          event = Date.new(event.year, 12, 31) if year_end
          Due.new(action: action, starts_on: event, due_on: last_day(event) + 1)
        end

        private

        def event(facts)
          return facts.public_send(start) unless start == "date"

          Date.strptime(facts.particulars.to_h[particular].to_s[0, 10], "%Y-%m-%d")
        rescue Date::Error
          nil
        end

        def last_day(event)
          case unit
          when "years" then event >> (count * 12)
          when "months" then event >> count
          else event + count
          end
        end
      end

      Schedule::STARTS = %w[captured sealed closed superseded date].freeze
      Schedule::UNITS = %w[years months days].freeze
      Schedule::ACTIONS = %w[destroy transfer review keep].freeze
    end
  end
end
