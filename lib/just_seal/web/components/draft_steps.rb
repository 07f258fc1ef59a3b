# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The steps of preparing a draft, the present one marked.
      class DraftSteps < Component
        STEPS = %i[documents parties fields check].freeze

        attr_reader :docket, :step

        # +step+: one of STEPS.
        def initialize(context, docket, step:, content: nil)
          super(context, content: content)
          @docket = docket
          @step = step
        end

        # As whom it can be tried.
        def parties = docket.parties.reject { |party| party.act == "receive" }

        # [[key, words], ...]
        def steps = STEPS.map { |key| [key, t(".#{key}")] }
      end
    end
  end
end
