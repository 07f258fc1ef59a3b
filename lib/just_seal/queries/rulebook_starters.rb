# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Rules for common regimes, to begin a version of the rulebook from. Their titles and sources stand in the locale
    # files, under rulebook_starters.
    module RulebookStarters
      FOLDER = File.join(ROOT, "config", "starters", "rulebooks")
      # name => definition without titles
      ALL = Dir[File.join(FOLDER, "*.json")].to_h do |path|
        [File.basename(path, ".json"), JSON.parse(File.read(path))]
      end.freeze

      module_function

      def names = ALL.keys

      # The definition of the starter +name+, its rules titled in the language that is spoken; nil for none.
      def definition(name)
        kept = ALL[name] or return
        titles = I18n.t("rulebook_starters.#{name}.rules")
        { "rules" => kept.fetch("rules").zip(titles).map { |rule, title| { "title" => title, **rule } } }
      end
    end
  end
end
