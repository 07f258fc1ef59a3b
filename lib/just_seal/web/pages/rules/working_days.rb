# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Rules
        # Days on which the office is closed.
        class WorkingDays < Page
          attr_reader :days, :typed

          # +days+: rows with day and title.
          def initialize(context, days, typed: {}, problems: {})
            super(context)
            @days = days
            @typed = typed
            @problems = problems
          end

          def place = :rules
          def defines? = may?(:define_classes)
          def path = "#{rules_path}/working-days"
          def forget_path = "#{path}/forget"
        end
      end
    end
  end
end
