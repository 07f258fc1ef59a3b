# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # A copy to read of a document that is not sealed yet, with a mark across every page, so that nobody takes it for
      # the sealed one.
      module UnsealedCopy
        GREY = [0xA6, 0x3D, 0x23].freeze
        OPACITY = 0.22
        # By 45 degrees.
        DIAGONAL = [0.7071, 0.7071, -0.7071, 0.7071].freeze

        module_function

        # +bytes+: the document; +mark+: the words across each page; +note+: the small line at the foot. Returns bytes
        # whose signatures no longer hold, as they should not.
        def call(bytes, mark:, note:, faces:)
          doc = Signing.open(bytes)
          typesetter = Typesetter.new(doc, faces)
          doc.pages.each { |page| draw(page, typesetter, mark, note) }
          StringIO.new("".b).tap { |out| doc.write(out, incremental: false, validate: false) }.string
        end

        def draw(page, typesetter, mark, note)
          box = page.box(:crop)
          canvas = page.canvas(type: :overlay)
          canvas.save_graphics_state do
            canvas.opacity(fill_alpha: OPACITY).fill_color(*GREY)
            canvas.transform(*DIAGONAL, box.left + (box.width / 2), box.bottom + (box.height / 2))
            across(canvas, typesetter, mark, [box.width, box.height].min / 6)
          end
          canvas.fill_color(*GREY)
          typesetter.show(canvas, note, [:text, 7], box.left + 20, box.bottom + 8)
        end

        def across(canvas, typesetter, mark, size)
          typesetter.show(canvas, mark, [:title, size], -typesetter.width(mark, :title, size) / 2, -size / 3)
        end
      end
    end
  end
end
