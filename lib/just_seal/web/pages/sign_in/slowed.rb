# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # Too many tries were wrong.
        class Locked < OutsidePage
        end
      end
    end
  end
end
