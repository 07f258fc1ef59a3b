# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Launch
    # All specs in several processes side by side, each with a cluster and stand-ins of its own.
    class TestParts
      # More than there are cores: browsers and stand-ins are waited for.
      PARTS = 3
      # Seconds that a spec file takes, roughly, by its folder: browsers are slow.
      WEIGHTS = { "system" => 20, "operations" => 8, "web" => 6, "core" => 2 }.freeze
      USUAL_WEIGHT = 2
      # Those that are far from what their folder makes one think.
      SLOW = {
        "cli/examples" => 10,
        "cli/office" => 7,
        "cli/verify" => 16,
        "core/pdf/attacks" => 22,
        "core/pdf/certificate" => 15,
        "core/pdf/check" => 14,
        "core/pdf/corpus" => 38,
        "core/pdf/cryptographic_dependencies" => 20,
        "core/trust/status" => 21,
        "demo/inquiries" => 37,
        "demo/office" => 6,
        "operations/assurance" => 42,
        "operations/export_bundle" => 20,
        "operations/field_values" => 26,
        "operations/inquiries" => 60,
        "operations/renewal" => 15,
        "operations/seal_docket" => 32,
        "operations/signing_room" => 24,
        "operations/steering" => 21,
        "operations/strong_proofs" => 18,
        "operations/wording_and_time" => 15,
        "ports/converters" => 12,
        "ports/signing_keys" => 12,
        "ports/token_keys" => 21,
        "store/checkpoints" => 22,
        "system/accessibility" => 58,
        "system/capture" => 49,
        "system/contacts" => 6,
        "system/journey" => 38,
        "system/parties" => 22,
        "system/placement" => 59,
        "system/proving" => 62,
        "system/room_fields" => 14,
        "system/room_ways" => 69,
        "web/evidence_pages" => 12,
        "web/inquiries" => 15,
        "web/pages" => 18,
        "web/pseudo_locale" => 21,
        "web/queries" => 12
      }.freeze

      # Left out where only what is quick is asked for: whole journeys in a browser, the demo office, and what takes a
      # file more than QUICK seconds.
      SLOW_FOLDERS = %w[system demo].freeze
      QUICK = 20

      # +command+: how one part is run; gets "--part N" and spec files; +quick+: is the slow part left out?
      def initialize(command, quick: false)
        @command = command
        @quick = quick
        @folder = File.join(ROOT, "var", "log")
        FileUtils.mkdir_p(@folder)
      end

      # Runs every part, prints what each said, and returns 0 when all of them passed.
      def run
        children = self.class.split(self.class.files(quick: @quick)).each_with_index.map do |files, index|
          start(files, index + 1)
        end
        scripts = ScriptSpecs.run
        [scripts, *children.map { |pid, log, part| finish(pid, log, part) }].max
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
        [Process.spawn(*@command, "--part", part.to_s, *files, out: log, err: %i[child out]), log, part]
      end

      def finish(pid, log, part)
        _, status = Process.wait2(pid)
        puts "Part #{part} of #{PARTS}", File.read(log)
        status.exitstatus || 1
      end
    end
  end
end
