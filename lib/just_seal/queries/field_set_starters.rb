# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Field sets to begin one's own from.
    module FieldSetStarters
      FOLDER = File.join(ROOT, "config", "starters", "field_sets")
      # name => definition
      ALL = Dir[File.join(FOLDER, "*.json")].to_h do |path|
        [File.basename(path, ".json"), JSON.parse(File.read(path))]
      end.freeze

      module_function

      # [[name, title], ...] of those that are no set yet; +taken+: names.
      def left(taken)
        ALL.except(*taken).map { |name, definition| [name, definition["title"]] }
      end

      def definition(name) = ALL[name]
    end
  end
end
