# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # A party has left; what it made so far is gone with its visit.
        class Left < RoomPage
          def leaves? = false
        end
      end
    end
  end
end
