# frozen_string_literal: true

module JustSeal
  module Backups
    # One at a time works in a folder of backups: two at once would take each other's names, or files.
    module FolderLock
      module_function

      # Raises Errors::Conflict while another process works there.
      def hold(folder)
        File.open(File.join(folder, "lock"), File::CREAT | File::RDWR, 0o600) do |lock|
          raise Errors::Conflict, :backup_runs unless lock.flock(File::LOCK_EX | File::LOCK_NB)

          yield
        end
      end
    end
  end
end
