# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Forgotten
        # That a link is on its way, where there is such an account.
        class Asked < OutsidePage
          def layout = LAYOUT
        end
      end
    end
  end
end
