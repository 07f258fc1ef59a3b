# frozen_string_literal: true

require "json"
require "openssl"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal check-bundle`: needs neither database nor network.
    module CheckBundle
      WORDS = { intact: "Whole, and trusted.", altered: "This is not the bundle that was made.", untrusted: "Nobody whom you trust vouches for this bundle.", unreadable: "This can't be checked." }.freeze

      module_function

      def call(arguments)
        options = {}
        files = Verify.parser(options).parse(arguments)
        return Cli.wrong_use unless files.size == 1

        report = Core::Bundle::Check.call(File.binread(files.first), roots: Verify.roots(options))
        puts options[:json] ? JSON.pretty_generate(report.to_json_object) : words(report)
        report.exit_code
      rescue OptionParser::ParseError, SystemCallError, OpenSSL::X509::CertificateError => e
        warn e.message
        WRONG_USE
      end

      def words(report)
        lines = [WORDS.fetch(report.verdict)]
        lines << "Docket #{report.docket}, #{report.entries} entries, bundled by #{report.signer} at #{report.signed_at&.utc&.strftime('%F %T UTC')}" if report.docket
        lines << "Checkpoint #{report.checkpoint['number']} over #{report.checkpoint['size']} entries, #{report.checkpoint['at']}" if report.checkpoint
        [*lines, *report.documents.map { |name, document| "#{document.verdict.to_s.ljust(12)} #{name}" }, *report.findings.map { |finding| "#{finding.where}: #{finding.message}" }].join("\n")
      end
    end
  end
end
