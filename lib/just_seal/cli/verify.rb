# frozen_string_literal: true

require "json"
require "openssl"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal verify`: needs neither database nor network.
    module Verify
      module_function

      def call(arguments)
        options = CheckOptions.new(arguments, formats: %i[words json xml])
        return Cli.wrong_use unless options.files.size == 1

        bytes = Cli.bytes(options.files.first)
        answer = ProvedCheck.call(bytes, options) { |**asked| Core::Pdf::Check.call(bytes, **asked) }
        puts printed(answer, options.format)
        answer.exit_code
      rescue OptionParser::ParseError, Error, SystemCallError, OpenSSL::X509::CertificateError => e
        warn Words.problem(e)
        WRONG_USE
      end

      def printed(answer, format)
        report = answer.report
        case format
        when :json then JSON.pretty_generate({ **Words::CheckReport.pdf(report), **answer.told })
        when :xml then Core::Pdf::Check::ValidationReport.call(report)
        else [words(report), *answer.words].join("\n")
        end
      end

      def words(report)
        [
          Cli.say("verify.#{report.verdict}"),
          *sealer(report),
          "",
          *report.signatures.map { |signature| signature_line(signature) },
          "",
          *report.findings.map { |finding| Cli.told(finding) }
        ].join("\n").strip
      end

      # Who it was, where nobody said who may.
      def sealer(report)
        return [] unless report.sealers.empty? && report.seal

        [Cli.say("verify.sealed_by", name: report.seal.certificate_name, print: report.seal.certificate.fingerprint)]
      end

      def signature_line(signature)
        said = Cli.say(
          "verify.signature",
          signer: signature.signer,
          time: Cli.time(signature.time) || Cli.say("verify.no_time"),
          source: Words::Checks.time_source(signature.time_source) || Cli.say("verify.no_source"),
          count: signature.covers_bytes
        )
        "#{Cli.say("verify.status.#{signature.status}").ljust(16)} #{said}"
      end
    end
  end
end
