# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # Something that should be seen before the rest of the page.
      class Notice < Component
        TONES = { late: "alert alert-warning", bad: "alert alert-danger", good: "alert alert-success" }.freeze

        # +tone+: a key of TONES; +role+: of ARIA.
        def initialize(context, tone: :late, role: nil, content: nil)
          super(context, content: content)
          @tone = tone
          @role = role
        end

        def frame = attributes(class: "notice #{TONES.fetch(@tone)} #{@tone}", role: @role)
      end
    end
  end
end
