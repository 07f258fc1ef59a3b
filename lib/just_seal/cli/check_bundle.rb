# frozen_string_literal: true

require "json"
require "openssl"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal check-bundle`: needs neither database nor network.
    module CheckBundle
      WORDS = {
        intact: "Whole, and trusted.",
        altered: "This is not the bundle that was made.",
        untrusted: "Nobody whom you trust vouches for this bundle.",
        unreadable: "This can't be checked."
      }.freeze

      module_function

      def call(arguments)
        options = {}
        files = Verify.parser(options).parse(arguments)
        return Cli.wrong_use unless files.size == 1

        report = Core::Bundle::Check.call(File.binread(files.first), roots: Verify.roots(options))
        puts options[:json] ? JSON.pretty_generate(Words::CheckReport.bundle(report)) : words(report)
        report.exit_code
      rescue OptionParser::ParseError, SystemCallError, OpenSSL::X509::CertificateError => e
        warn Words.problem(e)
        WRONG_USE
      end

      def words(report)
        lines = [WORDS.fetch(report.verdict)]
        if report.docket
          lines << "Docket #{report.docket}, #{report.entries} entries, bundled by #{report.signer} at " \
                   "#{report.signed_at&.utc&.strftime("%F %T UTC")}"
        end
        if report.checkpoint
          lines << "Checkpoint #{report.checkpoint["number"]} over #{report.checkpoint["size"]} entries, " \
                   "#{report.checkpoint["at"]}"
        end
        [
          *lines,
          *report.documents.map do |name, document|
            "#{document.verdict.to_s.ljust(12)} #{name}"
          end,
          *report.findings.map do |finding|
            Cli.told(finding)
          end
        ].join("\n")
      end
    end
  end
end
