# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal prune-backups FOLDER`
    module PruneBackups
      module_function

      def call(arguments)
        folder, *rest = arguments
        return Cli.wrong_use if folder.nil? || rest.any? || !File.directory?(folder)

        Cli.connect
        files = Operations::PruneBackups.call(Cli.actor, folder: File.expand_path(folder))
        puts Cli.say("prune_backups.done", count: files)
        0
      end
    end
  end
end
