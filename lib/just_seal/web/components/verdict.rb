# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The verdict of a check as a closed or an open ring.
      class Verdict < Component
        TONES = { intact: "sealed", untrusted: "late", unfinished: "late", undetermined: "late" }.freeze

        # +verdict+: Symbol, of a report.
        def initialize(context, verdict, content: nil)
          super(context, content: content)
          @verdict = verdict
        end

        def intact? = @verdict == :intact
        def tone = TONES.fetch(@verdict, "bad")
      end
    end
  end
end
