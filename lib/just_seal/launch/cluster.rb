# frozen_string_literal: true

require "digest"
require "etc"
require "fileutils"
require "open3"
require "pg"
require "tempfile"

module JustSeal
  module Launch
    # A PostgreSQL cluster of our own on loopback. PostgreSQL refuses to run as root: then the user "postgres" owns and
    # runs it.
    class Cluster
      OWNER = "justseal_owner"
      APPLICATION = "justseal_app"
      PROGRAMS = "/usr/lib/postgresql/15/bin"
      USER = "postgres"

      attr_reader :port

      # +folder+: where the data lie; +port+: on 127.0.0.1; +secrets+: Secrets.
      def initialize(folder, port:, secrets:, fast: false)
        @port = port
        @secrets = secrets
        @fast = fast
        @data = reachable(folder)
      end

      def start
        create unless File.exist?(File.join(@data, "PG_VERSION")) || made?
        control("start", "-w", "-o", options)
        connect("postgres") { |superuser| roles(superuser) }
        self
      end

      def stop = control("stop", "-m", "fast")

      # Makes database +name+, owned by the owner's role, unless it is there.
      def database(name)
        connect("postgres") do |superuser|
          next if superuser.exec_params("SELECT 1 FROM pg_database WHERE datname = $1", [name]).any?

          superuser.exec("CREATE DATABASE #{name} OWNER #{OWNER}")
        end
        connect(name) do |superuser|
          %w[citext pg_trgm].each do |extension|
            superuser.exec("CREATE EXTENSION IF NOT EXISTS #{extension}")
          end
        end
      end

      def drop(name)
        connect("postgres") { |superuser| superuser.exec("DROP DATABASE IF EXISTS #{name} WITH (FORCE)") }
      end

      def owner_url(name) = url(OWNER, :owner_password, name)
      def application_url(name) = url(APPLICATION, :application_password, name)
      def superuser_url(name) = url(USER, :superuser_password, name)

      # Removes the cluster's files.
      def remove = as_server("rm", "-rf", @data)

      private

      def root? = Process.uid.zero?
      def made? = as_server("test", "-e", File.join(@data, "PG_VERSION"), check: false)
      def url(role, password, name) = "postgres://#{role}:#{@secrets[password]}@127.0.0.1:#{port}/#{name}"

      def options
        base = "-p #{port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c timezone=UTC -c " \
               "max_connections=60"
        @fast ? "#{base} -c fsync=off -c synchronous_commit=off -c full_page_writes=off" : base
      end

      # A checkout may lie where the database's user can't go; then the data lie beside it, under /var/tmp.
      def reachable(folder)
        FileUtils.mkdir_p(folder)
        return folder unless root?

        FileUtils.chown(USER, USER, folder)
        return File.join(folder, "data") if as_server("test", "-w", folder, check: false)

        other = "/var/tmp/just-seal-#{Digest::SHA256.hexdigest(folder)[0, 12]}"
        FileUtils.mkdir_p(other, mode: 0o700)
        FileUtils.chown(USER, USER, other)
        File.join(other, "data")
      end

      def create
        Tempfile.create("password") do |file|
          file.write(@secrets[:superuser_password])
          file.close
          FileUtils.chown(USER, USER, file.path) if root?
          as_server(
            "#{PROGRAMS}/initdb",
            "-D",
            @data,
            "-U",
            USER,
            "-A",
            "scram-sha-256",
            "--pwfile",
            file.path,
            "-E",
            "UTF8",
            "--locale=C.UTF-8"
          )
        end
      end

      def roles(superuser)
        { OWNER => :owner_password, APPLICATION => :application_password }.each do |role, password|
          exists = superuser.exec_params("SELECT 1 FROM pg_roles WHERE rolname = $1", [role]).any?
          superuser.exec(
            "#{exists ? "ALTER" : "CREATE"} ROLE #{role} LOGIN PASSWORD #{superuser.escape_literal(@secrets[password])}"
          )
          superuser.exec("ALTER ROLE #{role} CREATEDB") if role == OWNER # for drills of backups
        end
      end

      def connect(name)
        connection = PG.connect(superuser_url(name))
        connection.set_notice_processor { |_| nil }
        yield connection
      ensure
        connection&.close
      end

      def control(action, *arguments)
        as_server(
          "#{PROGRAMS}/pg_ctl",
          "-D",
          @data,
          "-s",
          "-l",
          File.join(File.dirname(@data), "#{File.basename(@data)}.log"),
          action,
          *arguments
        )
      end

      def as_server(*command, check: true)
        command = ["runuser", "-u", USER, "--", *command] if root?
        output, status = Open3.capture2e(*command, chdir: "/")
        return status.success? unless check && !status.success?

        raise Error.new(:postgresql_failed, command: command.join(" "), output: output.lines.last(5).join.strip)
      end
    end
  end
end
