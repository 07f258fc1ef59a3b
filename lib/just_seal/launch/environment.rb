# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Launch
    # What a start or a test run needs on this machine: a folder, secrets, ports, a cluster; and the settings that
    # follow.
    class Environment
      # By which the stand-ins know the office.
      KNOWN_AS = "stand-in"

      attr_reader :folder, :ports, :secrets, :cluster, :database

      # +folder+: where everything lies; +database+: its name; +fast+: a cluster that need not survive a power cut;
      # +shift+: how far from the usual ports.
      def initialize(folder, database:, fast: false, shift: 0)
        @folder = folder
        @database = database
        FileUtils.mkdir_p(folder)
        FileUtils.mkdir_p(File.join(folder, "log"))
        claim
        @secrets = Secrets.new(File.join(folder, "secrets.json"))
        @ports = FreePorts.new(File.join(folder, "ports.json"), shift: shift)
        @cluster = Cluster.new(File.join(folder, "postgresql"), port: ports[:database], secrets: secrets, fast: fast)
      end

      def standins_url = "http://127.0.0.1:#{ports[:standins]}"

      # {environment variable => value}; what the caller's own environment sets stays as it is.
      def variables
        {
          "JUST_SEAL_VAR" => folder,
          "JUST_SEAL_SECOND_FACTOR" => "none",
          "JUST_SEAL_ADDRESS" => "http://localhost:#{ports[:web]}",
          "JUST_SEAL_DATABASE_URL" => cluster.application_url(database),
          "JUST_SEAL_OWNER_DATABASE_URL" => cluster.owner_url(database),
          "JUST_SEAL_MASTER_KEY" => secrets[:master_key],
          "JUST_SEAL_SESSION_SECRET" => secrets[:session_secret],
          "JUST_SEAL_ROOTS" => File.join(folder, "standins", "authority", "root.crt"),
          **standin_variables
        }.merge(ENV.to_h.slice(*own_names))
      end

      def apply = variables.each { |name, value| ENV[name] = value }

      # Forgets everything that lies in the folder.
      def remove
        cluster.remove
        @lock.close
        FileUtils.rm_rf(folder)
      end

      private

      # Two at once would take each other's ports and data.
      def claim
        @lock = File.open(File.join(folder, "lock"), File::CREAT | File::RDWR, 0o600)
        return if @lock.flock(File::LOCK_EX | File::LOCK_NB)

        raise Error.new(:runs_already, folder: folder)
      end

      def own_names = Settings::TABLE.each_value.map(&:first)

      def standin_variables
        {
          "JUST_SEAL_SMTP_URL" => "smtp://127.0.0.1:#{ports[:smtp]}",
          "JUST_SEAL_SCANNER_URL" => "clamd://127.0.0.1:#{ports[:scanner]}",
          "JUST_SEAL_TIME_STAMP_URL" => "#{standins_url}/time-stamp",
          "JUST_SEAL_ENROLMENT_URL" => "#{standins_url}/enrol",
          "JUST_SEAL_STATUS_URL" => "#{standins_url}/status",
          "JUST_SEAL_LIST_URL" => standins_url,
          "JUST_SEAL_TEXT_URL" => "#{standins_url}/text-messages",
          "JUST_SEAL_TEXT_KEY" => KNOWN_AS,
          "JUST_SEAL_PRIVATE_CALLBACKS" => "127.0.0.0/8",
          "JUST_SEAL_WAYS_IN" => File.join(folder, "ways-in"),
          "JUST_SEAL_REGISTRY_URL" => "#{standins_url}/registry",
          "JUST_SEAL_REGISTRY_CLIENT" => "just-seal",
          "JUST_SEAL_REGISTRY_SECRET" => KNOWN_AS,
          "JUST_SEAL_SIGN_ON_URL" => "#{standins_url}/sign-on",
          "JUST_SEAL_SIGN_ON_CLIENT" => "just-seal",
          "JUST_SEAL_SIGN_ON_SECRET" => KNOWN_AS,
          "JUST_SEAL_SIGN_ON_NAME" => "the stand-in",
          "JUST_SEAL_READER_URL" => "#{standins_url}/reader",
          "JUST_SEAL_MAILBOX_URL" => "#{standins_url}/mailbox"
        }
      end
    end
  end
end
