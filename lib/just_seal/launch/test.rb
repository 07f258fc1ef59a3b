# frozen_string_literal: true

require "English"
require "fileutils"

module JustSeal
  module Launch
    # `bin/test`: a cluster and stand-ins of its own, then RSpec.
    class Test
      DATABASE = "justseal_test"

      # What an earlier run has left.
      LEFT = %w[blobs checkpoints.jsonl checkpoints.jsonl.heads standins/mail].freeze
      # The garbage collector runs less often: there is room, and an example is over before it would pay.
      ROOMY = {
        "RUBY_GC_MALLOC_LIMIT" => "128000000",
        "RUBY_GC_MALLOC_LIMIT_MAX" => "512000000",
        "RUBY_GC_OLDMALLOC_LIMIT" => "256000000",
        "RUBY_GC_OLDMALLOC_LIMIT_MAX" => "1000000000"
      }.freeze

      # What leaves out waiting for the disk (Debian's libeatmydata1): files of specs need not survive a power cut.
      HASTY = Dir["/usr/lib/*/libeatmydata.so"].first

      # Ports of two parts lie so far apart.
      SHIFT = 100

      # +arguments+: for RSpec, after "--part" and a number where several run side by side.
      def initialize(arguments)
        part = arguments.first == "--part" ? arguments[1].to_i : 1
        @arguments = arguments.first == "--part" ? arguments.drop(2) : arguments
        @folder = File.join(ROOT, "var", part == 1 ? "test" : "test-#{part}")
        @environment = Environment.new(@folder, database: DATABASE, fast: true, shift: SHIFT * (part - 1))
      end

      # Returns RSpec's exit code.
      def run
        prepare
        system(
          {
            **@environment.variables,
            **ROOMY,
            "LD_PRELOAD" => HASTY,
            "JUST_SEAL_SUPERUSER_URL" => @environment.cluster.superuser_url(DATABASE)
          },
          "bundle",
          "exec",
          "rspec",
          *@arguments,
          chdir: ROOT
        )
        $CHILD_STATUS.exitstatus || 1
      ensure
        processes.stop
        @environment.cluster.stop if @running
      end

      private

      def processes = @processes ||= Processes.new(@environment.variables, File.join(@folder, "log"))

      def prepare
        @environment.cluster.start
        @running = true
        @environment.cluster.drop(DATABASE)
        @environment.cluster.database(DATABASE)
        FileUtils.rm_rf(LEFT.map { |name| File.join(@folder, name) })
        Migrations.run(@environment.variables.fetch("JUST_SEAL_OWNER_DATABASE_URL"))
        processes.start(
          "standins",
          "bundle",
          "exec",
          "bin/justseal",
          "standins",
          @environment.ports[:standins].to_s,
          @environment.ports[:smtp].to_s,
          @environment.ports[:scanner].to_s
        )
        processes.await("standins", "#{@environment.standins_url}/root.pem")
      end
    end
  end
end
