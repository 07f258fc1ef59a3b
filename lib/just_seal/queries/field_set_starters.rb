# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Field sets to begin one's own from, in the language of whoever does. Their machine names are the same in all.
    module FieldSetStarters
      FOLDER = File.join(ROOT, "config", "starters", "field_sets")
      # {language => {name => definition}}
      ALL = Dir[File.join(FOLDER, "*.json")].each_with_object({}) do |path, all|
        name, language = File.basename(path, ".json").split(".")
        (all[language] ||= {})[name] = JSON.parse(File.read(path)).freeze
      end.freeze

      module_function

      # [[name, title], ...] of those that are no set yet; +taken+: names.
      def left(taken)
        spoken.except(*taken).map { |name, definition| [name, definition["title"]] }
      end

      def definition(name) = spoken[name]
      def spoken = ALL.fetch(I18n.locale.to_s) { ALL.fetch(Words::USUAL.to_s) }
    end
  end
end
