# frozen_string_literal: true

module JustSeal
  module Web
    # What a check found of a signature, in words. Whoever includes it includes Speech.
    module SignatureFacts
      STATUS_TONES = { "valid" => "sealed", "invalid" => "bad" }.freeze

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

      def signed_at(signature) = signature.time ? time_tag(signature.time) : t("check.report.unknown")
      def time_source(signature) = Words::Checks.time_source(signature.time_source) || t("check.report.unknown")
      def status_tone(signature) = STATUS_TONES.fetch(signature.status, "late")
      def status_words(signature) = t("check.report.statuses.#{signature.status}")
    end
  end
end
