# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # A party has passed it on: its link has served its purpose.
        class PassedOn < OutsidePage
          attr_reader :name

          # +name+: of whoever takes over.
          def initialize(context, name:)
            super(context)
            @name = name
          end

          def layout = "layouts/room"
        end
      end
    end
  end
end
