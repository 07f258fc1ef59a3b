# frozen_string_literal: true

require "io/wait"
require "pg"
require "que"
require "sequel"

module JustSeal
  # Rows in and out of PostgreSQL; no rules.
  module Store
    CONNECTIONS = 16
    WAIT_SECONDS = 2

    # Is a connection still one? Looked at before it is used, without asking: a server that has gone has left its
    # farewell, or an end, to be read.
    module Alive
      def valid_connection?(connection)
        connection.status == PG::CONNECTION_OK && !connection.socket_io.wait_readable(0)
      rescue PG::Error, IOError
        false
      end
    end

    class << self
      attr_reader :db

      # Connects once, as the role of the application. Models load afterwards. +wait+: while the database is away, until
      # it is there.
      def connect(url, wait: false)
        return @db if @db

        @db = opened(url, wait).tap { |db| prepare(db) }
      end

      # Runs the block in a transaction (joined when one is open) and returns its value. Entries of the ledger are
      # appended at its end, so that they state every row that it changed.
      def transaction
        return yield if db.in_transaction?

        db.transaction { Ledger.gather { yield } }
      end

      private

      def opened(url, wait)
        Sequel.connect(url, max_connections: CONNECTIONS, after_connect: method(:tune))
      rescue Sequel::DatabaseConnectionError => e
        raise unless wait

        warn "#{Time.now.utc.iso8601} #{e.message.lines.first.to_s.strip}"
        sleep WAIT_SECONDS
        retry
      end

      # The queries here are short; compiling them takes longer than running them.
      def tune(connection) = connection.execute("SET jit = off")

      def prepare(db)
        Sequel.default_timezone = :utc
        db.extension :pg_json, :pg_array, :connection_validator
        db.extend(Alive)
        db.pool.connection_validation_timeout = -1
        Sequel.extension :pg_json_ops
        Sequel::Model.db = db
        Que.connection = db
      end
    end
  end
end
