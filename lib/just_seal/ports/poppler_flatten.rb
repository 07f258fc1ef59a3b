# frozen_string_literal: true

require "tmpdir"

module JustSeal
  module Ports
    # Draws a PDF anew with poppler's pdftocairo: what is seen stays, as text and lines; scripts, forms, layers, media
    # and signatures go, and fonts are embedded.
    class PopplerFlatten
      MAX_SECONDS = 120

      def initialize(program: "pdftocairo", seconds: MAX_SECONDS)
        @program = program
        @seconds = seconds
      end

      # The flattened bytes. Raises Errors::Unavailable when the program fails or takes too long.
      def call(bytes)
        Dir.mktmpdir("just-seal-flatten") do |folder|
          File.binwrite(File.join(folder, "before.pdf"), bytes)
          Program.run(@program, "-pdf", "before.pdf", "after.pdf", folder: folder, seconds: @seconds)
          made = File.join(folder, "after.pdf")
          raise Errors::Unavailable, :flattening_failed unless File.size?(made)

          File.binread(made)
        end
      end
    end
  end
end
