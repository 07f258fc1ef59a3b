# frozen_string_literal: true

require "que"
require "sequel"

module JustSeal
  # Rows in and out of PostgreSQL; no rules.
  module Store
    CONNECTIONS = 16

    class << self
      attr_reader :db

      # Connects once, as the role of the application. Models load afterwards.
      def connect(url)
        return @db if @db

        @db = Sequel.connect(url, max_connections: CONNECTIONS, after_connect: method(:tune)).tap { |db| prepare(db) }
      end

      # Runs the block in a transaction (joined when one is open) and returns its value.
      def transaction(&) = db.transaction(&)

      private

      # The queries here are short; compiling them takes longer than running them.
      def tune(connection) = connection.execute("SET jit = off")

      def prepare(db)
        Sequel.default_timezone = :utc
        db.extension :pg_json, :pg_array
        Sequel.extension :pg_json_ops
        Sequel::Model.db = db
        Que.connection = db
      end
    end
  end
end
