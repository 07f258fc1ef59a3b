# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # What a check found, the gravest marked.
      class Findings < Component
        attr_reader :findings

        # +findings+: of a check.
        def initialize(context, findings, content: nil)
          super(context, content: content)
          @findings = findings
        end

        def words(finding) = Words::Checks.finding(finding)
        def where(finding) = Words::Checks.place(finding.where)
      end
    end
  end
end
