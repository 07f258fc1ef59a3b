# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # Says above a form that it was refused, and how much there is to fix.
      class Refusal < Component
        # +problems+: {field => sentence}; one under "conflict" is said itself.
        def initialize(context, problems, content: nil)
          super(context, content: content)
          @problems = problems
        end

        def words
          return if @problems.empty?

          @problems["conflict"] || t("forms.problems", count: @problems.size)
        end
      end
    end
  end
end
