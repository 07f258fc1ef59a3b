# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Launch
    # All specs in several processes side by side, each with a cluster and stand-ins of its own.
    class TestParts
      PARTS = 2
      # Seconds that a spec file takes, roughly, by its folder: browsers are slow.
      WEIGHTS = { "system" => 45, "operations" => 16, "web" => 12, "core" => 6 }.freeze
      USUAL_WEIGHT = 6
      # Those that are far from what their folder makes one think.
      SLOW = { "demo/inquiries" => 95, "operations/export_bundle" => 50, "operations/inquiries" => 60, "operations/seal_docket" => 50, "operations/assurance" => 30, "core/pdf/corpus" => 32, "core/pdf/attacks" => 20,
               "web/pages" => 38, "system/room_ways" => 62, "system/proving" => 62, "system/placement" => 60, "demo/office" => 3 }.freeze

      # +command+: how one part is run; gets "--part N" and spec files.
      def initialize(command)
        @command = command
        @folder = File.join(ROOT, "var", "log")
        FileUtils.mkdir_p(@folder)
      end

      # Runs every part, prints what each said, and returns 0 when all of them passed.
      def run
        children = self.class.split(Dir[File.join(ROOT, "spec", "**", "*_spec.rb")].sort).each_with_index.map { |files, index| start(files, index + 1) }
        children.map { |pid, log, part| finish(pid, log, part) }.max
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

      def self.weight(file) = SLOW.fetch(file[%r{/spec/(.+)_spec\.rb\z}, 1]) { WEIGHTS.fetch(file[%r{/spec/(\w+)/}, 1], USUAL_WEIGHT) }

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
