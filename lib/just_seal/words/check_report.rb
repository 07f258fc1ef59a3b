# frozen_string_literal: true

module JustSeal
  module Words
    # Reports of checks as objects for JSON, in words where they are for people: what `bin/justseal ... --json` prints.
    module CheckReport
      TIME = "%FT%TZ"

      module_function

      # +report+: Core::Pdf::Check::Report.
      def pdf(report)
        verdict(report).merge(
          "signatures" => report.signatures.map { |one| signature(one) },
          "revisions" => report.revisions.map { |one| revision(one) },
          "findings" => report.findings.map { |one| finding(one) }
        )
      end

      # +report+: Core::Bundle::Check::Report.
      def bundle(report)
        verdict(report).merge(
          "docket" => report.docket,
          "bundled_by" => report.signer,
          "bundled_at" => report.signed_at&.utc&.strftime(TIME),
          "entries" => report.entries,
          "checkpoint" => report.checkpoint,
          **documents(report.documents),
          "findings" => report.findings.map { |one| finding(one) }
        )
      end

      def verdict(report)
        { "verdict" => report.verdict.to_s, "bytes" => report.size, "sha256" => report.sha256 }
      end

      # +reports+: {name => report}
      def documents(reports)
        {
          "documents" => reports.transform_values { |one| one.verdict.to_s },
          "signatures" => reports.values.flat_map(&:signatures).map { |one| signature(one) },
          "revisions" => reports.values.flat_map(&:revisions).map { |one| revision(one) }
        }
      end

      # +audit+: Queries::LedgerAudit.
      def audit(audit)
        {
          "verdict" => audit.intact? ? "intact" : "altered",
          "looked_at" => audit.counts,
          "findings" => audit.findings.map { |one| finding(one) }
        }
      end

      def finding(one)
        { "code" => one.code.to_s, "message" => Checks.finding(one), "where" => Checks.place(one.where) }
      end

      def revision(layer)
        {
          "bytes" => [layer.first, layer.last],
          "by" => Checks.place(layer.by),
          "kind" => layer.kind.to_s,
          "changes" => layer.changes.map { |one| Checks.change(one) },
          "allowed" => layer.allowed?
        }
      end

      def signature(one)
        {
          "field" => one.field,
          "signer" => one.signer,
          "certificate" => one.certificate_name,
          "time" => one.time&.utc&.strftime(TIME),
          "time_source" => Checks.time_source(one.time_source),
          "level" => one.level,
          "covers_bytes" => one.covers_bytes,
          "status" => one.status
        }
      end
    end
  end
end
