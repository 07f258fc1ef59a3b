# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # Behind the link: who asks for what. Coming in is a button.
        class Door < RoomPage
          def asks
            count = documents.count(&:to_sign?)
            t(".asks", name: owner, office: office.name, act: t("wanted.#{act}"), count: count)
          end
        end
      end
    end
  end
end
