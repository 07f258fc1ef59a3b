# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Launch
    # All specs in several processes side by side, each with a cluster and stand-ins of its own.
    class TestParts
      # More than there are cores: browsers and stand-ins are waited for.
      PARTS = 4
      # Seconds that a spec file takes, roughly, by its folder: browsers are slow.
      WEIGHTS = { "system" => 20, "operations" => 6, "security" => 6, "web" => 3, "core" => 1 }.freeze
      USUAL_WEIGHT = 1
      # Those that are far from what their folder makes one think.
      SLOW = {
        "backups/backup" => 35,
        "cli/verify" => 11,
        "core/pdf/attacks" => 18,
        "core/pdf/certificate" => 6,
        "core/pdf/corpus" => 42,
        "demo/inquiries" => 55,
        "operations/rules/assurance" => 25,
        "operations/staff/keep_staff" => 25,
        "operations/evidence/keep_keys" => 8,
        "operations/rules/define_class" => 15,
        "operations/evidence/export_bundle" => 26,
        "operations/signing/field_values" => 34,
        "operations/inquiries/inquiries" => 50,
        "operations/proofs/registries" => 12,
        "operations/evidence/renewal" => 28,
        "operations/dockets/seal_docket" => 41,
        "operations/signing/signing_room" => 26,
        "operations/proofs/strong_proofs" => 16,
        "operations/dockets/wording_and_time" => 21,
        "ports/clamd" => 6,
        "ports/converters" => 6,
        "ports/signing_keys" => 19,
        "ports/token_keys" => 9,
        "security/database_away" => 14,
        "security/processes" => 12,
        "security/proxy" => 10,
        "security/strangers_bytes" => 45,
        "security/threads" => 18,
        "security/visits" => 14,
        "security/watching" => 30,
        "store/projection" => 25,
        "store/checkpoints" => 75,
        "system/accessibility" => 48,
        "system/capture" => 48,
        "system/coming_back" => 6,
        "system/installation" => 50,
        "system/set_up" => 60,
        "system/contacts" => 6,
        "system/journey" => 34,
        "system/placement" => 52,
        "system/proving" => 60,
        "system/pseudo_locale" => 20,
        "system/room_fields" => 9,
        "system/room_ways" => 72,
        "web/assurance_pages" => 13,
        "web/pages" => 9
      }.freeze

      # Left out where only what is quick is asked for: whole journeys in a browser, the demo office, and what takes a
      # file more than QUICK seconds.
      SLOW_FOLDERS = %w[system demo].freeze
      QUICK = 20

      # +command+: how one part is run; gets "--part N" and spec files; +quick+: is the slow part left out? +coverage+:
      # is it counted which lines are run?
      def initialize(command, quick: false, coverage: false)
        @command = command
        @quick = quick
        @coverage = coverage
        @folder = File.join(ROOT, "var", "log")
        FileUtils.mkdir_p(@folder)
      end

      # Runs every part, prints what each said, and returns 0 when all of them passed.
      def run
        Coverage.clear if @coverage
        children = self.class.split(self.class.files(quick: @quick)).each_with_index.map do |files, index|
          start(files, index + 1)
        end
        scripts = ScriptSpecs.run
        result = [scripts, *children.map { |pid, log, part| finish(pid, log, part) }].max
        puts Coverage.report if @coverage
        result
      end

      # All spec files, or the quick ones.
      def self.files(quick:)
        all = Dir[File.join(ROOT, "spec", "**", "*_spec.rb")]
        quick ? all.reject { |file| slow?(file) } : all
      end

      def self.slow?(file)
        SLOW_FOLDERS.include?(file[%r{/spec/(\w+)/}, 1]) || weight(file) > QUICK
      end

      # Spec files in PARTS lists that take about as long as one another, the heaviest first.
      def self.split(files)
        parts = Array.new(PARTS) { [0, []] }
        files.sort_by { |file| [-weight(file), file] }.each do |file|
          part = parts.min_by(&:first)
          part[0] += weight(file)
          part[1] << file
        end
        parts.map(&:last)
      end

      def self.weight(file)
        SLOW.fetch(file[%r{/spec/(.+)_spec\.rb\z}, 1]) { WEIGHTS.fetch(file[%r{/spec/(\w+)/}, 1], USUAL_WEIGHT) }
      end

      private

      def start(files, part)
        log = File.join(@folder, "specs-#{part}.log")
        variables = @coverage ? Coverage.variables(part) : {}
        [Process.spawn(variables, *@command, "--part", part.to_s, *files, out: log, err: %i[child out]), log, part]
      end

      def finish(pid, log, part)
        _, status = Process.wait2(pid)
        puts "Part #{part} of #{PARTS}", File.read(log)
        status.exitstatus || 1
      end
    end
  end
end
