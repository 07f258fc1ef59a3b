# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Check
        # The answer to an evidence bundle or an answer pack.
        class Bundle < OutsidePage
          INQUIRY = "Q-"

          attr_reader :report, :name

          # +report+: Core::Bundle::Check::Report; +name+: of the file.
          def initialize(context, report, name:)
            super(context)
            @report = report
            @name = name
          end

          def place = :evidence
          def title = t(".headings.#{report.verdict}")
          def quiet = viewer || report.documents.any? ? nil : "quiet-page"
          def verdict_words = t("verdicts.#{report.verdict}")
          def verdict_tone = Components::Verdict::TONES.fetch(report.verdict, "bad")
          def about = t(report.docket.start_with?(INQUIRY) ? ".inquiry" : ".docket")
          def signed = t(".signed_html", time: time_tag(report.signed_at), name: report.signer)

          def covered
            return unless report.checkpoint && report.verdict == :intact

            t(".covered", checkpoint: report.checkpoint["number"], entries: counted("entry", report.entries))
          end
        end
      end
    end
  end
end
