# frozen_string_literal: true

require "English"
require "fileutils"

module JustSeal
  module Launch
    # `bin/test`: a cluster and stand-ins of its own, then RSpec.
    class Test
      DATABASE = "justseal_test"

      # +arguments+: for RSpec.
      def initialize(arguments)
        @arguments = arguments
        @folder = File.join(ROOT, "var", "test")
        @environment = Environment.new(@folder, database: DATABASE, fast: true)
      end

      # Returns RSpec's exit code.
      def run
        prepare
        system(@environment.variables.merge("JUST_SEAL_SUPERUSER_URL" => @environment.cluster.superuser_url(DATABASE)),
          "bundle", "exec", "rspec", *@arguments, chdir: ROOT)
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
        FileUtils.rm_rf(File.join(@folder, "blobs"))
        Migrations.run(@environment.variables.fetch("JUST_SEAL_OWNER_DATABASE_URL"))
        processes.start("standins", "bundle", "exec", "bin/justseal", "standins", @environment.ports[:standins].to_s,
          @environment.ports[:smtp].to_s)
        processes.await("standins", "#{@environment.standins_url}/root.pem")
      end
    end
  end
end
