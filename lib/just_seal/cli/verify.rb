# frozen_string_literal: true

require "openssl"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal verify`: needs neither database nor network.
    module Verify
      module_function

      def call(arguments)
        options = {}
        files = parser(options).parse(arguments)
        return Cli.wrong_use unless files.size == 1

        bytes = File.binread(files.first)
        roots = roots(options)
        report = Ports::Confined.call { Core::Pdf::Check.call(bytes, roots: roots, at: Time.now.utc) }
        puts options[:json] ? JSON.pretty_generate(Words::CheckReport.pdf(report)) : words(report)
        report.exit_code
      rescue OptionParser::ParseError, Errors::Invalid, SystemCallError, OpenSSL::X509::CertificateError => e
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
          Cli.say("verify.#{report.verdict}"),
          "",
          *report.signatures.map { |signature| signature_line(signature) },
          "",
          *report.findings.map { |finding| Cli.told(finding) }
        ].join("\n").strip
      end

      def signature_line(signature)
        said = Cli.say(
          "verify.signature",
          signer: signature.signer,
          time: Cli.time(signature.time) || Cli.say("verify.no_time"),
          source: signature.time_source || Cli.say("verify.no_source"),
          count: signature.covers_bytes
        )
        "#{signature.status.ljust(12)} #{said}"
      end
    end
  end
end
