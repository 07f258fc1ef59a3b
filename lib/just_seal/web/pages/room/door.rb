# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # Behind the link: who asks for what. Coming in is a button.
        class Door < RoomPage
          # +language+: the code of the one that was asked for, nil for none.
          def initialize(context, party, language: nil, **place)
            super(context, party, **place)
            @language = language
          end

          # What goes along with coming in.
          def chosen = { language: @language }.compact

          def asks
            count = documents.count(&:to_sign?)
            t(".asks", name: owner, office: office.name, act: t("wanted.#{act}"), count: count)
          end
        end
      end
    end
  end
end
