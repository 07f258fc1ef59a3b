# frozen_string_literal: true

module JustSeal
  module Web
    # An office's own colour in the place of ours, with the tints that go with it.
    module Accent
      # variable => how it is mixed of the colour
      TINTS = {
        "accent" => "%s",
        "accent-strong" => "color-mix(in srgb, %s 82%%, black)",
        "accent-line" => "color-mix(in srgb, %s 32%%, white)",
        "accent-ground" => "color-mix(in srgb, %s 8%%, white)",
        "accent-faded" => "color-mix(in srgb, %s 50%%, white)",
        "focus-ring" => "color-mix(in srgb, %s 30%%, transparent)",
        "bs-link-color" => "%s"
      }.freeze

      module_function

      # +colour+: "#1c6b66", as the office's profile has it.
      def sheet(colour)
        lines = TINTS.map { |name, mixed| "  --#{name}: #{format(mixed, colour)};" }
        ":root {\n#{lines.join("\n")}\n}\n"
      end

      # Where the sheet of +colour+ is; nil where the office has none of its own.
      def path(colour) = colour && "/look/#{colour.delete("#")}.css"
    end
  end
end
