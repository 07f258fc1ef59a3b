# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # The sheets of a printed copy as they were scanned, upright and straight: each picture is laid where its codes
      # say, and no pixel of it is changed.
      module PaperScan
        module_function

        # +sheets+: [[Paper::Layout, Paper::Alignment, JPEG bytes], ...] in their order. Returns bytes.
        def call(sheets, title:)
          doc = Archival.fresh(level: "2u")
          doc.metadata.title(title)
          sheets.each do |layout, alignment, jpeg|
            image = doc.images.add(StringIO.new(jpeg))
            canvas = doc.pages.add([0, 0, layout.width, layout.height]).canvas
            canvas.save_graphics_state do
              canvas.transform(*alignment.pdf_matrix(image.width, image.height, layout.height))
              canvas.xobject(image, at: [0, 0], width: 1, height: 1)
            end
          end
          Archival.written(doc)
        end
      end
    end
  end
end
