# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Check
        # The answer to a PDF: the verdict, what was found, its layers and its signatures.
        class Report < OutsidePage
          include SignatureFacts

          attr_reader :report, :name, :filed

          # +report+: Core::Pdf::Check::Report; +name+: of the file; +filed+: the Store::Version that holds these bytes.
          def initialize(context, report, name:, filed:)
            super(context)
            @report = report
            @name = name
            @filed = filed
          end

          def place = :evidence
          def quiet = viewer || report.revisions.any? ? nil : "quiet-page"
          def verdict_words = t("verdicts.#{report.verdict}")
          def verdict_tone = Components::Verdict::TONES.fetch(report.verdict, "bad")
          def faults = report.findings.reject { |finding| finding.grade == :note }
          def notes = report.findings.select { |finding| finding.grade == :note }
          def filed_words = t(".version", record: filed.record.number, version: filed.number)

          def title = t(".headings.#{report.verdict}")

          def lead
            return t(".leads.#{report.verdict}") unless filed && report.verdict == :intact

            what = filed.kind == "sealed" ? "document" : "certificate"
            t(".byte_for_byte", what: t(".is.#{what}"), docket: filed.docket_number)
          end

          # The report of the standard, to be kept as a file.
          def for_programs
            xml = Core::Pdf::Check::ValidationReport.call(report)
            "data:application/xml;base64,#{[xml].pack("m0")}"
          end

          def name_for_programs = "#{File.basename(name, ".*")}.validation.xml"

          def words(finding) = Words::Checks.finding(finding)
          def where(finding) = Words::Checks.place(finding.where)
        end
      end
    end
  end
end
