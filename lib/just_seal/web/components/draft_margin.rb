# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The margin of a draft that is being prepared: its number, its documents, and the steps. The block writes what
      # stands beneath them.
      class DraftMargin < Component
        attr_reader :docket, :step, :documents

        # +step+: of DraftSteps; +documents+: shown where they are given.
        def initialize(context, docket, step: nil, documents: [], content: nil)
          super(context, content: content)
          @docket = docket
          @step = step
          @documents = documents
        end

        # The run of a standing instruction that prepared it, nil where a person did.
        def run
          return @run if defined?(@run)

          @run = Queries::InstructionList.run_of(docket)
        end

        def paper_words(document)
          pages = document.to_sign? ? counted("page", document.version.page_count) : t(".enclosed")
          t(".paper", version: document.version.number, pages: pages)
        end
      end
    end
  end
end
