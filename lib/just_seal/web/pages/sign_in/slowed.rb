# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # Tries were wrong: the next one has to wait.
        class Slowed < OutsidePage
          # +seconds+: to wait.
          def initialize(context, seconds:)
            super(context)
            @seconds = seconds
          end

          def lead = t(".lead", wait: counted("second", @seconds))
        end
      end
    end
  end
end
