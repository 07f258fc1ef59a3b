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
          "indication" => report.indication.main,
          "sub_indication" => report.indication.sub,
          "asked_for" => report.at.utc.strftime(TIME),
          "sealers" => report.sealers,
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
          "bundled_at" => utc(report.signed_at),
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
          "time" => utc(one.time),
          "time_source" => Checks.time_source(one.time_source),
          "level" => one.level,
          "covers_bytes" => one.covers_bytes,
          "status" => one.status,
          **judgement(one)
        }
      end

      def judgement(one)
        {
          "indication" => one.indication.main,
          "sub_indication" => one.indication.sub,
          "proved_at" => utc(one.proven_at),
          "algorithm" => one.algorithm,
          "certificates" => one.chain.map { |certificate| certificate(certificate, one.statuses) },
          "time_stamp_certificates" => one.authority_chain.map { |certificate| certificate(certificate, one.statuses) }
        }
      end

      def utc(time) = time&.utc&.strftime(TIME)

      def certificate(one, statuses)
        one.to_h.except(:der).merge(
          from: one.from.utc.strftime(TIME),
          till: one.till.utc.strftime(TIME),
          status: status(statuses[one.fingerprint])
        ).transform_keys(&:to_s)
      end

      def status(one)
        one && {
          "state" => one.state.to_s,
          "source" => one.source&.to_s,
          "from" => utc(one.from),
          "till" => utc(one.till),
          "revoked_at" => utc(one.revoked&.at)
        }
      end
    end
  end
end
