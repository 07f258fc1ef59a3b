# frozen_string_literal: true

require "openssl"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal verify`: needs neither database nor network.
    module Verify
      WORDS = {
        intact: "Intact and trusted.",
        altered: "This is not the document that was sealed.",
        untrusted: "Nobody whom you trust vouches for this file.",
        unreadable: "This file can't be checked."
      }.freeze

      module_function

      def call(arguments)
        options = {}
        files = parser(options).parse(arguments)
        return Cli.wrong_use unless files.size == 1

        report = Core::Pdf::Check.call(File.binread(files.first), roots: roots(options))
        puts options[:json] ? JSON.pretty_generate(Words::CheckReport.pdf(report)) : words(report)
        report.exit_code
      rescue OptionParser::ParseError, SystemCallError, OpenSSL::X509::CertificateError => e
        warn Words.problem(e)
        WRONG_USE
      end

      def parser(options)
        OptionParser.new do |parser|
          parser.on("--json") { options[:json] = true }
          parser.on("--trust FILE") { |file| options[:trust] = file }
        end
      end

      # The roots that were named, or the installation's own.
      def roots(options)
        path = options[:trust] || Settings.new.roots || demo_root
        path ? OpenSSL::X509::Certificate.load(File.read(path)) : []
      end

      def demo_root
        path = File.join(ROOT, "var", "office", "standins", "authority", "root.crt")
        path if File.exist?(path)
      end

      def words(report)
        [
          WORDS.fetch(report.verdict),
          "",
          *report.signatures.map { |signature| signature_line(signature) },
          "",
          *report.findings.map { |finding| Cli.told(finding) }
        ].join("\n").strip
      end

      def signature_line(signature)
        time = signature.time&.utc&.strftime("%F %T UTC") || "no time"
        "#{signature.status.ljust(12)} #{signature.signer}, #{time} (#{signature.time_source ||
 "unknown"}), covers #{signature.covers_bytes} bytes"
      end
    end
  end
end
