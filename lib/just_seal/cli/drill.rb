# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal drill BACKUP|FOLDER`: exit 0 when what was restored audits clean, 1 when not.
    module Drill
      module_function

      def call(arguments)
        path, *rest = arguments
        return Cli.wrong_use if path.nil? || rest.any?

        Launch::Running.variables.each { |name, value| ENV[name] ||= value } unless ENV["JUST_SEAL_DATABASE_URL"]
        settings = Settings.new
        result = Backups::Drill.new(
          newest(File.expand_path(path)),
          url: settings.need(:owner_database_url),
          application_url: settings.need(:database_url)
        ).call
        puts words(result)
        result.fine? ? 0 : 1
      end

      # A backup, or the newest one of a folder of them.
      def newest(path)
        return path if File.exist?(File.join(path, Backups::Layout::MANIFEST)) || !File.directory?(path)

        Backups::Layout.all(path).last || raise(Errors::Missing.new(:no_backup, path: path))
      end

      def words(result)
        seconds = result.seconds.transform_values { |one| one.round(1) }
        counts = result.counts.transform_keys(&:to_sym)
        lines = [
          Cli.say(
            "drill.done",
            made_at: result.manifest.made_at,
            **seconds,
            **counts.slice(:entries, :rows, :blobs)
          )
        ]
        lines << Cli.say("drill.fine") if result.fine?
        result.findings.each { |one| lines << "#{one["where"]}: #{one["message"]}" }
        lines
      end
    end
  end
end
