# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Forgotten
        # Where a link for a new password is asked for.
        class Ask < OutsidePage
          def layout = LAYOUT
        end
      end
    end
  end
end
