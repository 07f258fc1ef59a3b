# frozen_string_literal: true

require "logger"
require "que"

module JustSeal
  module Cli
    # `bin/justseal jobs`: any number of these may run on any number of machines.
    module WorkJobs
      POLL_SECONDS = 5

      module_function

      def call(_arguments)
        Cli.connect
        LOADER.eager_load_namespace(Jobs)
        Que.logger = Logger.new($stdout, level: Logger::WARN)
        locker = Que::Locker.new(connection_url: Settings.new.need(:database_url), poll_interval: POLL_SECONDS)
        [Jobs::TakeCheckpoint, Jobs::FindDue, Jobs::NightWatch].each(&:plan)
        wait_for_signal
        locker.stop!
        0
      end

      def wait_for_signal
        reader, writer = IO.pipe
        %w[INT TERM].each { |signal| trap(signal) { writer.puts(signal) } }
        reader.gets
      end
    end
  end
end
