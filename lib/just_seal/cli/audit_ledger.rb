# frozen_string_literal: true

require "json"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal audit-ledger`: exit 0 when the whole ledger holds, 1 when something of it does not, 2 for wrong use.
    module AuditLedger
      module_function

      def call(arguments)
        options = {}
        return Cli.wrong_use unless parser(options).parse(arguments).empty?

        Cli.connect
        audit = Queries::LedgerAudit.new(office: JustSeal.office, since: since(options[:since])).call
        puts options[:json] ? JSON.pretty_generate(Words::CheckReport.audit(audit)) : words(audit)
        audit.intact? ? 0 : 1
      rescue OptionParser::ParseError => e
        warn Words.problem(e)
        WRONG_USE
      end

      def parser(options)
        OptionParser.new do |parser|
          parser.on("--since NUMBER", Integer) { |number| options[:since] = number }
          parser.on("--json") { options[:json] = true }
        end
      end

      def since(number)
        number && (Store::Checkpoint[number] || raise(Error, "There is no checkpoint #{number}."))
      end

      def words(audit)
        looked = "#{audit.counts[:entries]} entries in #{audit.counts[:chains]} chains, " \
                 "#{audit.counts[:checkpoints]} checkpoints, #{audit.counts[:blobs]} kept files"
        return "#{looked}: all of it holds." if audit.intact?

        [
          "#{looked}: #{audit.findings.size} things do not hold.",
          "",
          *audit.findings.map do |finding|
            Cli.told(finding)
          end
        ].join("\n")
      end
    end
  end
end
