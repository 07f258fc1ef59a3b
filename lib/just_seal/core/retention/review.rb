# frozen_string_literal: true

module JustSeal
  module Core
    module Retention
      # What somebody decided of a record that its schedule has looked at again (ISO 15489-1, 8.5: review as a
      # disposition action). +outcome+: one of OUTCOMES; +due_on+: Date, the day by the schedule for which that was
      # decided; +keep_until+: Date from which it is looked at again, for "keep"; nil for good.
      Review = Value.of(:outcome, :due_on, :keep_until) do
        # The Due that holds instead of what the schedule says: the same one where the schedule has somebody look at it
        # on another day by now, or not at all.
        def over(due)
          return due unless due.action == "review" && due.due_on == due_on
          return due.with(action: outcome) unless outcome == "keep"

          keep_until ? due.with(due_on: keep_until) : Due.new(action: "keep")
        end
      end

      Review::OUTCOMES = %w[keep transfer destroy].freeze
    end
  end
end
