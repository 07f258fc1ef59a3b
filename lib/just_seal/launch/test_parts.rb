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
        "backups/backup" => 42,
        "cli/by_token" => 25,
        "cli/office" => 6,
        "cli/verify" => 21,
        "core/audit/sampling" => 8,
        "core/pdf/attacks" => 20,
        "core/pdf/certificate" => 8,
        "core/pdf/check" => 7,
        "core/pdf/check/changes" => 8,
        "core/pdf/check/families" => 43,
        "core/pdf/check/other_makers" => 7,
        "core/pdf/check/roles" => 13,
        "core/pdf/check/times" => 14,
        "core/pdf/corpus" => 30,
        "core/pdf/sealing" => 9,
        "core/pdf/syntax/updates" => 14,
        "demo/inquiries" => 39,
        "operations/circulations/steering" => 10,
        "operations/contacts/groups" => 13,
        "operations/disposals/disposals" => 45,
        "operations/disposals/private_parts" => 30,
        "operations/disposals/stubs" => 20,
        "operations/transfers/packages" => 30,
        "operations/transfers/transfers" => 25,
        "operations/dockets/copy_links" => 17,
        "operations/dockets/many_parties" => 22,
        "operations/dockets/seal_docket" => 27,
        "operations/dockets/steering" => 18,
        "operations/evidence/export_bundle" => 54,
        "operations/evidence/renewal" => 30,
        "operations/evidence/keep_algorithm" => 20,
        "operations/evidence/thirty_years" => 110,
        "operations/holds/holds" => 10,
        "operations/inquiries/inquiries" => 57,
        "operations/instructions/runs" => 9,
        "operations/paper/paper" => 36,
        "operations/records/read_scan" => 30,
        "operations/records/write_document" => 22,
        "operations/repositories" => 20,
        "operations/retention/schedules" => 6,
        "operations/rules/assurance" => 33,
        "operations/signing/field_values" => 20,
        "operations/signing/signing_room" => 23,
        "operations/ways_in/ways_in" => 10,
        "ports/converters" => 6,
        "ports/signing_keys" => 14,
        "ports/token_keys" => 6,
        "queries/troubles" => 8,
        "security/database_away" => 12,
        "security/processes" => 12,
        "security/proxy" => 12,
        "security/strangers_bytes" => 50,
        "security/threads" => 26,
        "security/visits" => 20,
        "security/watching" => 17,
        "store/checkpoints" => 49,
        "store/projection" => 51,
        "store/upgrade" => 7,
        "system/accessibility" => 51,
        "system/as_party" => 18,
        "system/building_forms" => 75,
        "system/by_itself" => 28,
        "system/capture" => 38,
        "system/circulations" => 60,
        "system/coming_back" => 3,
        "system/contacts" => 3,
        "system/disposals" => 25,
        "system/transfers" => 25,
        "system/holds" => 12,
        "system/installation" => 58,
        "system/journey" => 34,
        "system/placement" => 39,
        "system/placing_ways" => 45,
        "system/printing" => 6,
        "system/proving" => 48,
        "system/reading" => 30,
        "system/retention" => 12,
        "system/room_fields" => 9,
        "system/room_ways" => 51,
        "system/set_up" => 82,
        "system/templates" => 45,
        "system/writing" => 25,
        "web/cmis_server" => 8,
        "web/evidence_pages" => 11,
        "web/pages" => 14,
        "web/queries_of_programs" => 6
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
