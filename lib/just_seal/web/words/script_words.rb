# frozen_string_literal: true

module JustSeal
  module Web
    # The words that the scripts of a page say: they go with the page, as a JSON block.
    module ScriptWords
      # script => parts of the locale files under scripts that it and what it imports say
      PARTS = {
        "components/contacts" => %w[contacts],
        "components/drop" => %w[drop],
        "components/live" => %w[live],
        "components/minis" => %w[minis pdf],
        "pages/arrange" => %w[arrange pdf],
        "pages/pad" => %w[pad],
        "pages/placement" => %w[placement pages pdf readiness saving],
        "pages/prove" => %w[prove card],
        "pages/reading" => %w[reading pages pdf],
        "pages/room" => %w[room marks card pdf],
        "pages/write" => %w[writing],
        "pages/who" => %w[who readiness saving typed]
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
