# frozen_string_literal: true

require "json"
require "openssl"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal check-bundle`: needs neither database nor network.
    module CheckBundle
      module_function

      def call(arguments)
        options = CheckOptions.new(arguments)
        return Cli.wrong_use unless options.files.size == 1

        bytes = Cli.bytes(options.files.first)
        answer = ProvedCheck.call(bytes, options) { |**asked| Core::Transfer::Check.of(bytes, **asked) }
        puts printed(answer, options.format)
        answer.exit_code
      rescue OptionParser::ParseError, Error, SystemCallError, OpenSSL::X509::CertificateError => e
        warn Words.problem(e)
        WRONG_USE
      end

      def printed(answer, format)
        report = answer.report
        return [words(report), *answer.words].join("\n") unless format == :json

        JSON.pretty_generate({ **Words::CheckReport.bundle(report), **answer.told })
      end

      def words(report)
        [
          Cli.say("check_bundle.#{report.verdict}"),
          *docket(report),
          *checkpoint(report.checkpoint),
          *report.documents.map { |name, document| document_line(name, document) },
          *report.findings.map { |finding| Cli.told(finding) }
        ].join("\n")
      end

      def document_line(name, document) = "#{Cli.say("check_bundle.document.#{document.verdict}").ljust(16)} #{name}"

      def docket(report)
        return unless report.docket

        Cli.say(
          "check_bundle.docket",
          docket: report.docket,
          count: report.entries,
          signer: report.signer,
          time: Cli.time(report.signed_at)
        )
      end

      def checkpoint(point)
        return unless point

        Cli.say("check_bundle.checkpoint", number: point["number"], count: point["size"], time: point["at"])
      end
    end
  end
end
