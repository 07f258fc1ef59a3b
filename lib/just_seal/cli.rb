# frozen_string_literal: true

require "json"

module JustSeal
  # `bin/justseal`: the command line.
  module Cli
    WRONG_USE = 2
    COMMANDS = {
      "setup" => :SetUp,
      "verify" => :Verify,
      "bundle" => :Bundle,
      "check-bundle" => :CheckBundle,
      "proof" => :Proof,
      "audit-ledger" => :AuditLedger,
      "checkpoint" => :Checkpoint,
      "rotate-key" => :RotateKey,
      "rotate-master-key" => :RotateMasterKey,
      "staff" => :Staff,
      "units" => :Units,
      "allow-enrolment" => :AllowEnrolment,
      "open-passwords" => :OpenPasswords,
      "backup" => :Backup,
      "prune-backups" => :PruneBackups,
      "restore" => :Restore,
      "drill" => :Drill,
      "copy-files" => :CopyFiles,
      "send" => :SendFile,
      "status" => :TellStatus,
      "export" => :ExportFile,
      "import-records" => :ImportRecords,
      "hand-over" => :HandOver,
      "take-packages" => :TakePackages,
      "settings" => :ShowSettings,
      "bounce" => :TakeBounce,
      "migrate" => :Migrate,
      "jobs" => :WorkJobs,
      "standins" => :RunStandins
    }.freeze

    module_function

    # Connects to the database that the environment names; where it names none, to that of the office that bin/start
    # runs here.
    def connect
      Launch::Running.variables.each { |name, value| ENV[name] ||= value } unless ENV["JUST_SEAL_DATABASE_URL"]
      raise Error, :no_office_here unless ENV["JUST_SEAL_DATABASE_URL"]

      reach(Settings.new.need(:database_url))
    end

    def reach(database)
      Store.connect(database)
    rescue Sequel::DatabaseConnectionError => e
      raise Error.new(:database_does_not_answer, said: e.message.lines.first.to_s.strip)
    end

    # Runs the command that +arguments+ name, in the language of the terminal; returns the exit code.
    def run(arguments) = Words::Languages.in(Words::Languages.of_terminal(ENV)) { command(arguments) }

    def command(arguments)
      command, *rest = arguments
      return wrong_use unless COMMANDS.key?(command)

      const_get(COMMANDS.fetch(command)).call(rest)
    rescue Error => e
      warn Words.problem(e)
      1
    end

    # Words of the command line.
    def say(key, **facts) = I18n.t("command_line.#{key}", **facts)

    # What the file +path+ holds. Raises Errors::Missing.
    def bytes(path)
      File.binread(path)
    rescue SystemCallError
      raise Errors::Missing.new(:file_not_read, path: path)
    end

    # Whoever gives a command by hand.
    def actor = Core::Actor::SYSTEM.with(via: "command_line", role: "administrator")

    def time(at) = at&.utc&.strftime("%F %T UTC")

    # A finding of a check as a line.
    def told(finding) = "#{Words::Checks.place(finding.where)}: #{Words::Checks.finding(finding)}"

    def wrong_use
      warn say("usage")
      WRONG_USE
    end
  end
end
