# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Account
        # A new password for one's own account.
        class Password < Page
          # +once+: did the old one serve for once, so that it is not asked?
          def initialize(context, once:, problems: {})
            super(context)
            @once = once
            @problems = problems
          end

          attr_reader :problems

          def once? = @once
          def path = "#{account_path}/password"
          def lead = t(once? ? ".lead_once" : ".lead")
        end
      end
    end
  end
end
