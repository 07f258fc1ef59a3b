# frozen_string_literal: true

module JustSeal
  module Web
    # An office's own colour in the place of ours, with the tints that go with it; by night it is lightened.
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

      # The same on dark grounds.
      NIGHT = {
        "accent" => "color-mix(in srgb, %s 45%%, white)",
        "accent-strong" => "color-mix(in srgb, %s 30%%, white)",
        "accent-line" => "color-mix(in srgb, %s 45%%, #3a484b)",
        "accent-ground" => "color-mix(in srgb, %s 16%%, #192225)",
        "accent-faded" => "color-mix(in srgb, %s 60%%, #7d8a8a)",
        "focus-ring" => "color-mix(in srgb, %s 40%%, white)",
        "bs-link-color" => "color-mix(in srgb, %s 45%%, white)"
      }.freeze
      # Where the light one holds whatever the device asks for; see tokens.css.
      PAPER = ":root, .pdf-page, .mini, .pad, .on-paper"

      module_function

      # +colour+: "#1c6b66", as the office's profile has it.
      def sheet(colour)
        night = "@media screen and (prefers-color-scheme: dark) {\n#{rule(":root", NIGHT, colour)}}\n"
        rule(PAPER, TINTS, colour) + night
      end

      def rule(selector, tints, colour)
        "#{selector} {\n#{tints.map { |name, mixed| "  --#{name}: #{format(mixed, colour)};\n" }.join}}\n"
      end

      # Where the sheet of +colour+ is; nil where the office has none of its own.
      def path(colour) = colour && "/look/#{colour.delete("#")}.css"
    end
  end
end
