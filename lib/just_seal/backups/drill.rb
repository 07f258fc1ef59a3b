# frozen_string_literal: true

require "json"
require "open3"
require "tmpdir"
require "uri"

module JustSeal
  module Backups
    # Tries a backup: restores it beside the running office, has it audited by a process of its own, and removes it.
    class Drill
      # +seconds+: {step => how long it took}; +findings+: of the audit, as it tells them; +counts+: what it looked at.
      Result = Core::Value.of(:manifest, :seconds, :findings, :counts) do
        def fine? = findings.empty?
      end
      AUDIT = [File.join(ROOT, "bin", "justseal"), "audit-ledger", "--json"].freeze

      # +path+: of the backup; +url+: of the office's database as its owner; +application_url+: as the application.
      def initialize(path, url:, application_url:)
        @path = path
        @url = url
        @application_url = application_url
        @seconds = {}
      end

      # Returns Result.
      def call
        Ports::PostgresDump.new(@url).beside do |url|
          Dir.mktmpdir("just-seal-drill") do |folder|
            manifest = timed(:restored) { Restore.new(@path, url: url, var: folder).call }
            told = timed(:audited) { audit(url, folder) }
            Result.new(
              manifest: manifest,
              seconds: @seconds,
              findings: told.fetch("findings"),
              counts: told.fetch("looked_at")
            )
          end
        end
      end

      private

      def timed(step)
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        yield.tap { @seconds[step] = Process.clock_gettime(Process::CLOCK_MONOTONIC) - began }
      end

      # The audit of what was restored, against checkpoints and heads of the same backup.
      def audit(url, folder)
        application = URI(@application_url).tap { |uri| uri.path = URI(url).path }.to_s
        env = {
          "JUST_SEAL_DATABASE_URL" => application,
          "JUST_SEAL_OWNER_DATABASE_URL" => url,
          "JUST_SEAL_VAR" => folder,
          "JUST_SEAL_CHECKPOINT_FILE" => nil
        }
        output, error, = Open3.capture3(env, "ruby", *AUDIT)
        JSON.parse(output)
      rescue JSON::ParserError
        raise Errors::Unavailable.new(:drill_audit_failed, said: error.lines.first.to_s.strip)
      end
    end
  end
end
