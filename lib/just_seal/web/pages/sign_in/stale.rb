# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # A form came without a valid token: most often its page was left open over a sign-out.
        class Stale < OutsidePage
        end
      end
    end
  end
end
