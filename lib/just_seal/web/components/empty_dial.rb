# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The dial of a record that has no docket.
      class EmptyDial < Component
        attr_reader :size

        def initialize(context, size, content: nil)
          super(context, content: content)
          @size = size
        end
      end
    end
  end
end
