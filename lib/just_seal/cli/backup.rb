# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal backup FOLDER`
    module Backup
      module_function

      def call(arguments)
        folder, *rest = arguments
        return Cli.wrong_use if folder.nil? || rest.any?

        Cli.connect
        made = Operations::MakeBackup.call(Cli.actor, folder: File.expand_path(folder), settings: settings)
        puts words(made)
        0
      end

      # {variable => text} of what may be seen.
      def settings
        values = Settings.new.to_h
        Settings::TABLE.to_h { |name, (variable, *)| [variable, ShowSettings.shown(name, values[name])] }
      end

      def words(made)
        Cli.say(
          "backup.made",
          path: made.path,
          files: made.manifest.blobs.size,
          megabytes: (made.manifest.blobs.values.sum / 1_000_000.0).round(1),
          sha256: made.sha256
        )
      end
    end
  end
end
