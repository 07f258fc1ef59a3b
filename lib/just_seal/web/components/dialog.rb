# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A native dialog, opened by data-opens="ID"; the block writes what stands beneath its title.
      class Dialog < Component
        attr_reader :id, :title

        # +marks+: further attributes, by which a script finds it.
        def initialize(context, id, title:, open: false, marks: {}, title_marks: {}, content: nil)
          super(context, content: content)
          @id = id
          @title = title
          @open = open
          @marks = marks
          @title_marks = title_marks
        end

        # Shown at once, because what was typed into it was wrong.
        def frame = attributes(id: id, aria_labelledby: "#{id}-title", data_open_now: @open, **@marks)
        def heading = attributes(id: "#{id}-title", **@title_marks)
      end
    end
  end
end
