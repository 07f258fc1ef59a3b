# frozen_string_literal: true

require "open3"
require "uri"

module JustSeal
  module Ports
    # Whole databases in and out of files, by PostgreSQL's own programs. Passwords go by the environment, and are seen
    # in no list of processes.
    class PostgresDump
      # +url+: as the owner of the tables.
      def initialize(url)
        @uri = URI(url)
      end

      # Writes all of it, as it stood at one moment, to the file +path+; +snapshot+: of an open transaction, whose
      # moment it is to be. Raises Errors::Unavailable.
      def write(path, snapshot:)
        run("pg_dump", "--format=custom", "--no-owner", "--snapshot=#{snapshot}", "--file=#{path}")
      end

      # Puts what #write wrote into this database, which holds nothing yet: all of it or nothing.
      def read(path)
        run(
          "pg_restore",
          "--no-owner",
          "--no-comments",
          "--exit-on-error",
          "--single-transaction",
          "--dbname=#{name}",
          path
        )
      end

      # Runs the block with the URL of a new, empty database beside this one, and removes it.
      def beside
        fresh = "justseal_drill_#{Process.pid}_#{Time.now.to_i}"
        sql("CREATE DATABASE #{fresh}")
        yield @uri.dup.tap { |uri| uri.path = "/#{fresh}" }.to_s
      ensure
        sql("DROP DATABASE IF EXISTS #{fresh}") if fresh
      end

      # Are there no tables yet?
      def empty?
        sql("SELECT count(*) FROM pg_tables WHERE schemaname = 'public'").strip == "0"
      end

      private

      def name = @uri.path.delete_prefix("/")
      def sql(text) = run("psql", "--no-psqlrc", "--tuples-only", "--no-align", "--command=#{text}")

      def run(*command)
        output, error, status = Open3.capture3(environment, *command)
        return output if status.success?

        said = error.lines.grep(/error|fatal/i).first || error.lines.first
        raise Errors::Unavailable.new(:database_program_failed, name: command.first, said: said.to_s.strip)
      rescue Errno::ENOENT
        raise Errors::Unavailable.new(:program_absent, name: command.first, package: "postgresql-client")
      end

      def environment
        {
          "PGHOST" => @uri.host,
          "PGPORT" => (@uri.port || 5432).to_s,
          "PGUSER" => part(@uri.user),
          "PGPASSWORD" => part(@uri.password),
          "PGDATABASE" => name,
          "PGSSLMODE" => URI.decode_www_form(@uri.query.to_s).to_h["sslmode"]
        }.compact
      end

      def part(text) = text && URI.decode_www_form_component(text.gsub("+", "%2B"))
    end
  end
end
