# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # What something on the page means, told where it stands until its reader closes it; from then on, and for
      # whoever has no account, a link to the guide.
      class Explained < Component
        ANCHOR = "how-to-read-the-signs"

        attr_reader :name

        # +name+: of Operations::CloseExplanation::NAMES; its words stand under components.explained.
        def initialize(context, name, content: nil)
          super(context, content: content)
          @name = name.to_s
        end

        def told? = viewer.nil? || Queries::ToldOnce.told?(viewer.id, name)
        def heading = t(".#{name}.title")
        def text = t(".#{name}.text")
        def path = "#{account_path}/told"
        def guide_path = help_chapter_path("index", anchor: ANCHOR)
      end
    end
  end
end
