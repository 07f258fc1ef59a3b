# frozen_string_literal: true

require "json"

module JustSeal
  # `bin/justseal`: the command line.
  module Cli
    USAGE = <<~TEXT
      bin/justseal verify FILE.pdf [--json] [--trust ROOT.pem]
        is this file what was sealed? (exit 0 intact, 1 not, 2 unreadable)
      bin/justseal bundle DOCKET-NUMBER --out FILE.asice
        writes the evidence of a sealed docket
      bin/justseal check-bundle FILE.asice [--json] [--trust ROOT.pem]
        is this bundle whole? (exit codes as above; no database, no network)
      bin/justseal audit-ledger [--since CHECKPOINT] [--json]
        recomputes the ledger, its tree, its checkpoints and all kept files (exit 0 or 1)
      bin/justseal checkpoint
        takes a checkpoint over the ledger now
      bin/justseal rotate-key seal|witness
        makes a new signing key; what the old one signed stays valid
      bin/justseal settings
        what can be set in the environment
      bin/justseal migrate
        brings the database to the newest form
      bin/justseal jobs
        works on jobs until stopped
      bin/justseal standins HTTP-PORT SMTP-PORT
        runs the simulated outside services
    TEXT
    WRONG_USE = 2
    COMMANDS = {
      "verify" => :Verify,
      "bundle" => :Bundle,
      "check-bundle" => :CheckBundle,
      "audit-ledger" => :AuditLedger,
      "checkpoint" => :Checkpoint,
      "rotate-key" => :RotateKey,
      "settings" => :ShowSettings,
      "migrate" => :Migrate,
      "jobs" => :WorkJobs,
      "standins" => :RunStandins
    }.freeze

    module_function

    # Connects to the database that the environment names; where it names none, to that of the office that bin/start
    # runs here.
    def connect
      Launch::Running.variables.each { |name, value| ENV[name] ||= value } unless ENV["JUST_SEAL_DATABASE_URL"]
      unless ENV["JUST_SEAL_DATABASE_URL"]
        raise Error,
          "No office runs here, and JUST_SEAL_DATABASE_URL is not set. Run bin/start, or set what `bin/justseal " \
          "settings` lists."
      end

      Store.connect(Settings.new.need(:database_url))
    rescue Sequel::DatabaseConnectionError => e
      raise Error,
        "The database does not answer: #{e.message.lines.first.to_s.strip}. Look whether it runs; for the demo " \
        "office, run bin/start."
    end

    # Runs the command that +arguments+ name; returns the exit code.
    def run(arguments)
      command, *rest = arguments
      return wrong_use unless COMMANDS.key?(command)

      const_get(COMMANDS.fetch(command)).call(rest)
    rescue Error => e
      warn Words.problem(e)
      1
    end

    # A finding of a check as a line.
    def told(finding) = "#{Words::Checks.place(finding.where)}: #{Words::Checks.finding(finding)}"

    def wrong_use
      warn USAGE
      WRONG_USE
    end
  end
end
