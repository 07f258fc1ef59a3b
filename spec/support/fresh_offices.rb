# frozen_string_literal: true

require "open3"
require "pg"
require_relative "web_servers"

# An office that nobody has set up yet: a database and a folder of its own, in the cluster of the specs.
module FreshOffices
  include WebServers

  PROGRAM = File.join(JustSeal::ROOT, "bin", "justseal")

  # Yields {environment variable => value} of an empty office whose pages are at +port+, and forgets it.
  def fresh_office(port)
    name = "justseal_fresh_#{port}"
    superuser { |connection| connection.exec("CREATE DATABASE #{name} OWNER justseal_owner") }
    superuser(name) do |connection|
      %w[citext pg_trgm].each { |extension| connection.exec("CREATE EXTENSION #{extension}") }
    end
    Dir.mktmpdir { |folder| yield environment(name, folder, port) }
  ensure
    stop_servers
    superuser { |connection| connection.exec("DROP DATABASE IF EXISTS #{name} WITH (FORCE)") }
  end

  # [what it says, exit code] of `bin/justseal` with +words+; +typed+: lines that somebody types.
  def just_seal(env, *words, typed: [])
    output, status = Open3.capture2e(
      env,
      "bundle",
      "exec",
      PROGRAM,
      *words,
      stdin_data: typed.map do |l|
        "#{l}\n"
      end.join
    )
    [output, status.exitstatus]
  end

  private

  def superuser(database = nil)
    url = ENV.fetch("JUST_SEAL_SUPERUSER_URL")
    connection = PG.connect(database ? in_database(url, database) : url)
    yield connection
  ensure
    connection&.close
  end

  def in_database(url, name) = URI(url).tap { |uri| uri.path = "/#{name}" }.to_s

  def environment(name, folder, port)
    urls = %w[JUST_SEAL_DATABASE_URL JUST_SEAL_OWNER_DATABASE_URL].to_h do |key|
      [key, in_database(ENV.fetch(key), name)]
    end
    {
      "JUST_SEAL_VAR" => folder,
      "JUST_SEAL_ADDRESS" => "http://localhost:#{port}",
      "JUST_SEAL_MASTER_KEY" => "ab" * 32,
      "JUST_SEAL_SECOND_FACTOR" => "administrator",
      **urls
    }
  end
end
