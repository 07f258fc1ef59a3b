# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Check
        # The answer to a PDF: the verdict, what was found, its layers and its signatures.
        class Report < OutsidePage
          STATUS_TONES = { "valid" => "sealed", "invalid" => "bad" }.freeze

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

          # [[heading, Trust::CertificateFacts, StatusFacts], ...] of everything that +signature+ rests on, each once.
          def certificates(signature)
            above = (signature.chain.drop(1) + signature.authority_chain.drop(1)).uniq(&:fingerprint)
            named = [
              [t("check.signatures.of_signer"), signature.certificate],
              [t("check.signatures.of_authority"), (signature.authority unless signature.archive?)],
              *above.map { |one| [t("check.signatures.above"), one] }
            ]
            named.select(&:last).map { |heading, one| [heading, one, signature.statuses[one.fingerprint]] }
          end

          def period_of(one)
            t("check.signatures.from_till", from: day(one.from, :short_year), till: day(one.till, :short_year))
          end

          # What the file proves of the status of +one+, as markup.
          def status_of(one, status)
            return t("check.signatures.status_root") if one.subject == one.issuer
            return t("check.signatures.status_unknown") if status.nil? || status.state == :unknown

            t(
              "check.signatures.#{status.state}_html",
              from: status.from && time_tag(status.from),
              at: status.revoked && time_tag(status.revoked.at),
              source: t("check.signatures.sources.#{status.source}")
            )
          end

          def signed_at(signature) = signature.time ? time_tag(signature.time) : t(".unknown")
          def time_source(signature) = Words::Checks.time_source(signature.time_source) || t(".unknown")
          def words(finding) = Words::Checks.finding(finding)
          def where(finding) = Words::Checks.place(finding.where)
          def status_tone(signature) = STATUS_TONES.fetch(signature.status, "late")
          def status_words(signature) = t(".statuses.#{signature.status}")
        end
      end
    end
  end
end
