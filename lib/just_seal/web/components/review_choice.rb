# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # What becomes of records that were to be looked at again, and why: fields for a form.
      class ReviewChoice < Component
        attr_reader :typed, :problems

        # +typed+: {field => text}; +problems+: {field => words}.
        def initialize(context, typed: {}, problems: {}, content: nil)
          super(context, content: content)
          @typed = typed
          @problems = problems
        end

        def outcomes
          chosen = Core::Retention::Review::OUTCOMES.map { |one| [one, t("components.review_choice.outcomes.#{one}")] }
          [["", t(".choose")], *chosen]
        end
      end
    end
  end
end
