# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Ports
    # One process at a time in a folder.
    module FolderLock
      module_function

      # Makes +folder+ where it is missing, and runs the block while nobody else does.
      def hold(folder)
        FileUtils.mkdir_p(folder, mode: 0o700)
        File.open(File.join(folder, "lock"), File::CREAT | File::RDWR, 0o600) do |lock|
          lock.flock(File::LOCK_EX)
          yield
        end
      end
    end
  end
end
