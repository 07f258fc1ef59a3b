# frozen_string_literal: true

require "erubi"

module JustSeal
  module Web
    # Text that is HTML already: templates write it as it is, and escape everything else.
    class SafeHtml < String
      NOTHING = new.freeze

      # +value+: anything. Returns SafeHtml.
      def self.escape(value) = value.is_a?(SafeHtml) ? value : new(Erubi.h(value))

      # The pieces one after the other, each escaped unless it is safe.
      def self.join(pieces, between = "") = new(pieces.map { |piece| escape(piece) }.join(escape(between)))
    end
  end
end
