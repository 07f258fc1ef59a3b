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
        number && (Store::Checkpoint[number] || raise(Error.new(:no_checkpoint, number: number)))
      end

      def words(audit)
        looked = Cli.say("audit_ledger.looked", **audit.counts.slice(:entries, :chains, :rows, :checkpoints, :blobs))
        return Cli.say("audit_ledger.holds", looked: looked) if audit.intact?

        [
          Cli.say("audit_ledger.does_not_hold", looked: looked, count: audit.findings.size),
          "",
          *audit.findings.map { |finding| Cli.told(finding) }
        ].join("\n")
      end
    end
  end
end
