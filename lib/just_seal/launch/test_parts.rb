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
        "architecture" => 8,
        "backups/backup" => 50,
        "cli/by_token" => 16,
        "cli/office" => 6,
        "cli/reader" => 8,
        "cli/verify" => 35,
        "core/pdf/archival" => 32,
        "core/pdf/attacks" => 12,
        "core/pdf/certificate" => 6,
        "core/pdf/check" => 10,
        "core/pdf/check/changes" => 6,
        "core/pdf/check/families" => 47,
        "core/pdf/check/roles" => 10,
        "core/pdf/check/times" => 9,
        "core/pdf/check/validation_report" => 13,
        "core/pdf/corpus" => 51,
        "core/pdf/syntax/updates" => 8,
        "core/trust/status" => 9,
        "demo/inquiries" => 44,
        "operations/circulations/each_their_own" => 8,
        "operations/circulations/steering" => 8,
        "operations/contacts/groups" => 8,
        "operations/disposals/disposals" => 22,
        "operations/disposals/private_parts" => 26,
        "operations/disposals/stubs" => 7,
        "operations/dockets/copy_links" => 10,
        "operations/dockets/docket_templates" => 8,
        "operations/dockets/ending" => 10,
        "operations/dockets/many_parties" => 37,
        "operations/dockets/seal_docket" => 23,
        "operations/dockets/send_copies" => 1,
        "operations/dockets/send_docket" => 7,
        "operations/dockets/several_documents" => 8,
        "operations/dockets/steering" => 22,
        "operations/dockets/use_template" => 18,
        "operations/dockets/wording_and_time" => 18,
        "operations/evidence/digest_contents" => 13,
        "operations/evidence/export_bundle" => 40,
        "operations/evidence/keep_algorithm" => 16,
        "operations/evidence/renewal" => 34,
        "operations/evidence/rotate_master_key" => 1,
        "operations/evidence/thirty_years" => 111,
        "operations/holds/holds" => 9,
        "operations/inquiries/inquiries" => 61,
        "operations/instructions/runs" => 16,
        "operations/instructions/steps" => 12,
        "operations/instructions/without_person" => 1,
        "operations/intakes/file_gate" => 1,
        "operations/intakes/intake" => 19,
        "operations/intakes/open_class" => 13,
        "operations/intakes/templates" => 9,
        "operations/office/keep_office" => 1,
        "operations/office/keep_sign_on" => 1,
        "operations/paper/paper" => 72,
        "operations/proofs/strong_proofs" => 21,
        "operations/records/capture_record" => 1,
        "operations/records/correct_record" => 7,
        "operations/records/import_records" => 1,
        "operations/records/read_scan" => 51,
        "operations/records/revision" => 13,
        "operations/records/write_document" => 27,
        "operations/repositories" => 18,
        "operations/retention/reviewed" => 10,
        "operations/retention/superseded" => 1,
        "operations/rules/assurance" => 37,
        "operations/rules/define_class" => 14,
        "operations/rules/field_sets" => 1,
        "operations/signing/acts" => 7,
        "operations/signing/field_values" => 10,
        "operations/signing/signing_room" => 20,
        "operations/staff/deputies" => 9,
        "operations/staff/import_staff" => 1,
        "operations/staff/keep_mark" => 1,
        "operations/staff/keep_staff" => 14,
        "operations/staff/keep_units" => 1,
        "operations/staff/sign_on" => 1,
        "operations/transfers/packages" => 51,
        "operations/transfers/transfers" => 21,
        "ports/converters" => 7,
        "ports/paper_reader" => 12,
        "ports/signing_keys" => 17,
        "ports/token_keys" => 15,
        "security/client_address" => 1,
        "security/database_away" => 20,
        "security/processes" => 11,
        "security/proxy" => 9,
        "security/request_forgery" => 19,
        "security/requests" => 1,
        "security/strangers_bytes" => 53,
        "security/threads" => 17,
        "security/visits" => 20,
        "security/watching" => 12,
        "store/checkpoints" => 25,
        "store/projection" => 40,
        "store/upgrade" => 10,
        "system/accessibility" => 102,
        "system/api_clients" => 2,
        "system/arranging" => 7,
        "system/building_forms" => 34,
        "system/by_itself" => 31,
        "system/capture" => 37,
        "system/coming_back" => 5,
        "system/contacts" => 5,
        "system/disposals" => 6,
        "system/holds" => 7,
        "system/installation" => 40,
        "system/placement" => 53,
        "system/printing" => 6,
        "system/proving" => 41,
        "system/room_ways" => 57,
        "system/set_up" => 59,
        "system/signing_on" => 36,
        "web/access" => 9,
        "web/api_drafts" => 7,
        "web/assurance_pages" => 7,
        "web/evidence_pages" => 12,
        "web/inquiries" => 18,
        "web/mails_page" => 7,
        "web/pages" => 9,
        "web/queries" => 13,
        "web/queries_of_programs" => 17,
        "web/repository" => 11
      }.freeze

      # Left out where only what is quick is asked for: whole journeys in a browser, the demo office, and what takes a
      # file more than QUICK seconds.
      SLOW_FOLDERS = %w[system demo].freeze
      QUICK = 6

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
