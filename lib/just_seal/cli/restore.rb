# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal restore BACKUP`: into the empty database and folder that the environment names.
    module Restore
      module_function

      def call(arguments)
        path, *rest = arguments
        return Cli.wrong_use if path.nil? || rest.any?

        settings = Settings.new
        manifest = Backups::Restore.new(
          File.expand_path(path),
          url: settings.need(:owner_database_url),
          var: settings.var,
          blobs: JustSeal.office.blobs,
          **{ checkpoint_file: settings.checkpoint_file }.compact
        ).call
        puts Cli.say("restore.done", made_at: manifest.made_at, files: manifest.blobs.size)
        0
      end
    end
  end
end
