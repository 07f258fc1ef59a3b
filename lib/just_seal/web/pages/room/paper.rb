# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # The party has its documents on paper: the pages to print, where they go, and the way back.
        class Paper < RoomPage
          # +copy+: Store::PaperCopy.
          def initialize(context, party, copy:, **place)
            super(context, party, **place)
            @copy = copy
          end

          def heading = t(@copy.state == "entered" ? ".came_back" : ".heading")
          def pages_path = step_path("paper.pdf")
          def lines = I18n.t("in_document.paper.lines")
          # What came back already is no more for the party to take back.
          def changes_mind? = @copy.state == "out"
        end
      end
    end
  end
end
