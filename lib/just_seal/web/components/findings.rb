# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # What a check found, the gravest marked.
      class Findings < Component
        attr_reader :findings

        # +findings+: each with grade, message, where.
        def initialize(context, findings, content: nil)
          super(context, content: content)
          @findings = findings
        end
      end
    end
  end
end
