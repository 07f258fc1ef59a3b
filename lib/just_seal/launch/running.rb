# frozen_string_literal: true

require "fileutils"
require "json"

module JustSeal
  module Launch
    # The settings of the office that bin/start runs on this machine, kept in a file of its own (mode 0600) as long as
    # it runs, so that the command line finds it.
    module Running
      FILE = File.join(ROOT, "var", "office", "running.json")

      module_function

      # +variables+: {environment variable => value}.
      def keep(variables, file: FILE)
        FileUtils.rm_f(file)
        File.write(file, JSON.generate(variables), perm: 0o600)
      end

      def forget(file: FILE) = FileUtils.rm_f(file)

      # {environment variable => value}, {} where nothing runs.
      def variables(file: FILE) = File.exist?(file) ? JSON.parse(File.read(file)) : {}
    end
  end
end
