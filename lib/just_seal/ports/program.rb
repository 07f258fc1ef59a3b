# frozen_string_literal: true

require "timeout"

module JustSeal
  module Ports
    # Runs a program on files in a folder of its own, with limits on time and on what it writes.
    module Program
      MAX_WRITTEN_BYTES = 500 * 1024 * 1024
      # Whatever it could do in several threads it does in one (OpenMP): they cost more than they bring on small files,
      # and others work here too.
      ALONE = { "OMP_THREAD_LIMIT" => "1" }.freeze

      module_function

      # +command+: as for spawn; +folder+: where it runs and what it calls home; +seconds+: after which it is stopped,
      # with all that it began.
      # Returns whether it ended well. Raises Errors::Unavailable when it is not installed or takes too long.
      def run(*command, folder:, seconds:)
        pid = Process.spawn(
          { "HOME" => folder, **ALONE },
          *command,
          chdir: folder,
          pgroup: true,
          in: File::NULL,
          out: File::NULL,
          err: File::NULL,
          rlimit_fsize: MAX_WRITTEN_BYTES
        )
        Timeout.timeout(seconds) { Process.wait2(pid).last.success? }
      rescue Timeout::Error
        stop(pid)
        raise Errors::Unavailable.new(:program_too_slow, name: File.basename(command.first), seconds: seconds)
      rescue Errno::ENOENT
        raise Errors::Unavailable.new(:program_missing, name: command.first)
      end

      def stop(pid)
        Process.kill("KILL", -pid)
        Process.wait(pid)
      rescue Errno::ESRCH, Errno::ECHILD
        nil # it ended by itself meanwhile
      end
    end
  end
end
