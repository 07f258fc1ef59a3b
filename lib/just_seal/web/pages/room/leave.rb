# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # Asks whether the visit is to end in this browser.
        class Leave < RoomPage
          def leaves? = false
        end
      end
    end
  end
end
