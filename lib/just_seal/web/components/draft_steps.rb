# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The steps of preparing a draft, the present one marked.
      class DraftSteps < Component
        STEPS = { documents: :documents, who: :parties, where: :fields, check: :check }.freeze

        attr_reader :docket, :step

        # +step+: a key of STEPS.
        def initialize(context, docket, step:, content: nil)
          super(context, content: content)
          @docket = docket
          @step = step
        end

        # [[key, words], ...]
        def steps = STEPS.map { |key, words| [key, t(".#{words}")] }
      end
    end
  end
end
