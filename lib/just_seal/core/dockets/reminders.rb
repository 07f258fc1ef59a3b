# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # When parties are reminded: some days after they were invited, then every so many days, and once before the
      # deadline; and when the sender is warned that a docket is about to lapse.
      module Reminders
        DAY_SECONDS = 86_400
        # The sender is warned this long before the deadline.
        WARNING_SECONDS = DAY_SECONDS

        # Of one party that may act. +invited_at+, +reminded_at+: Time or nil; days: Integer or nil for never.
        Plan = Value.of(:invited_at, :reminded_at, :after_days, :every_days, :before_days)

        # A docket with less time than this left is late.
        LATE_SECONDS = 2 * 86_400

        module_function

        # When the party of +plan+ is to be reminded next, nil for never. It is never later than +deadline+.
        def due(plan, deadline:)
          return unless plan.invited_at

          last = [plan.invited_at, plan.reminded_at].compact.max
          times = [regular(plan), (deadline - (plan.before_days * DAY_SECONDS) if plan.before_days)].compact
          times.select { |time| time > last && time < deadline }.min
        end

        def regular(plan)
          return plan.after_days && (plan.invited_at + (plan.after_days * DAY_SECONDS)) unless plan.reminded_at

          plan.every_days && (plan.reminded_at + (plan.every_days * DAY_SECONDS))
        end

        # Is the sender to be warned now?
        def warn?(deadline:, warned:, now:) = !warned && now >= deadline - WARNING_SECONDS && now < deadline

        # The next moment at which something is to be done for +plans+ of those who may act, nil when nothing is left.
        def next(plans, deadline:, warned:, now:)
          times = plans.filter_map { |plan| due(plan, deadline: deadline) }
          times << (deadline - WARNING_SECONDS) unless warned || deadline - WARNING_SECONDS < now
          times.min
        end
      end
    end
  end
end
