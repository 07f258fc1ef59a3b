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
      PROGRAM = File.join(ROOT, "bin", "justseal")

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
            told = timed(:audited) { audit(environment(url, folder), manifest) }
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

      # The audit of what was restored, against checkpoints and heads of the same backup; brought to the form of this
      # program first, where it is from before an upgrade.
      def audit(env, manifest)
        run(env, "migrate", ends: [0]) if manifest.schema < Store::Schema::WANTED
        JSON.parse(run(env, "audit-ledger", "--json", ends: [0, 1]))
      end

      def environment(url, folder)
        {
          "JUST_SEAL_DATABASE_URL" => URI(@application_url).tap { |uri| uri.path = URI(url).path }.to_s,
          "JUST_SEAL_OWNER_DATABASE_URL" => url,
          "JUST_SEAL_VAR" => folder,
          "JUST_SEAL_BLOBS_URL" => "", # what was put back is looked at, not what the office has
          "JUST_SEAL_CHECKPOINT_FILE" => nil
        }
      end

      # What `bin/justseal` with +words+ writes. +ends+: exit codes of a program that did its work; one that could not
      # writes nothing but its reason.
      def run(env, *words, ends:)
        output, error, status = Open3.capture3(env, "ruby", PROGRAM, *words)
        return output if ends.include?(status.exitstatus) && (status.success? || !output.empty?)

        raise Errors::Unavailable.new(:drill_audit_failed, said: error.lines.first.to_s.strip)
      end
    end
  end
end
