# frozen_string_literal: true

module JustSeal
  module Web
    # The words that the scripts of a page say: they go with the page, as a JSON block.
    module ScriptWords
      # script => parts of the locale files under scripts that it and what it imports say
      PARTS = {
        "contacts" => %w[contacts],
        "drop" => %w[drop],
        "live" => %w[live],
        "minis" => %w[minis pdf],
        "pad" => %w[pad],
        "placement" => %w[placement pdf readiness saving],
        "prove" => %w[prove card],
        "room" => %w[room marks card pdf],
        "who" => %w[who readiness saving]
      }.freeze

      module_function

      # {part => words} of +scripts+.
      def of(scripts)
        parts = scripts.flat_map { |script| PARTS.fetch(script, []) }.uniq
        parts.to_h { |part| [part, I18n.t(part, scope: "scripts")] }
      end
    end
  end
end
