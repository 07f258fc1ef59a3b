# frozen_string_literal: true

require "stringio"

module JustSeal
  module Core
    module Pdf
      # Pages at the end of a document that are kept free for what may come back on paper, one for each party: what is
      # certified gets no pages afterwards. And the scan itself as a file that belongs to a signature.
      module PaperSheets
        WIDTH = 595
        HEIGHT = 842
        # [left, bottom, right, top]
        AREA = [36, 36, 559, 770].freeze
        GAP = 6
        FACE = [:text, 9].freeze

        module_function

        def field_name(letter) = "#{letter}-paper"

        # Adds the sheet of the party +letter+ with +heading+ on it, and its field.
        def add(doc, form, letter, heading, faces)
          page = doc.pages.add([0, 0, WIDTH, HEIGHT])
          page.canvas.fill_color(*Sheet::FADED)
          Typesetter.new(doc, faces).show(page.canvas, faces.settable(heading, :text), FACE, AREA[0], AREA[3] + 14)
          field = form.create_text_field(field_name(letter))
          field.flag(:read_only)
          field.create_widget(page, Rect: AREA).flag(:print)
        end

        # Shows +sheets+ (as PaperScan.call takes them) on the sheet that was kept free for +letter+, beside each other
        # and as large as they can be. Does nothing where none was.
        def fill(doc, letter, sheets)
          field = doc.acro_form.field_by_name(field_name(letter)) or return
          width = AREA[2] - AREA[0]
          height = AREA[3] - AREA[1]
          look = doc.add({ Type: :XObject, Subtype: :Form, BBox: [0, 0, width, height], Resources: {} })
          draw(doc, look.canvas, sheets, width, height)
          field.each_widget { |widget| widget[:AP] = { N: look } }
        end

        def draw(doc, canvas, sheets, width, height)
          across = Math.sqrt(sheets.size).ceil
          down = (sheets.size / across.to_f).ceil
          cell = [width / across.to_f, height / down.to_f]
          sheets.each_with_index do |sheet, index|
            row, column = index.divmod(across)
            scale = fitting(cell, sheet.first)
            place(doc, canvas, [scale, 0, 0, scale, column * cell[0], height - ((row + 1) * cell[1])], sheet)
          end
        end

        def fitting(cell, layout) = [(cell[0] - GAP) / layout.width, (cell[1] - GAP) / layout.height].min

        def place(doc, canvas, matrix, (layout, alignment, jpeg))
          image = doc.images.add(StringIO.new(jpeg))
          canvas.save_graphics_state do
            canvas.transform(*matrix)
            canvas.rectangle(0, 0, layout.width, layout.height).clip_path.end_path
            canvas.transform(*alignment.pdf_matrix(image.width, image.height, layout.height))
            canvas.xobject(image, at: [0, 0], width: 1, height: 1)
          end
        end

        # Puts +bytes+ (a PDF called +name+) into the document as a file that belongs to the signature field +field+
        # (ISO 32000-2, 7.11.4 and 14.13).
        def attach(doc, field, name:, bytes:, description:)
          about = { Type: :EmbeddedFile, Subtype: :"application/pdf", Params: { Size: bytes.bytesize } }
          stream = doc.add(about, stream: bytes)
          names = { F: name, UF: name, Desc: description }
          files = { EF: { F: stream, UF: stream } }
          file = doc.add({ Type: :Filespec, AFRelationship: :Source, **names, **files })
          field.each_widget { |widget| widget[:AF] = [file] }
        end

        # Bytes of the file that belongs to the signature field of the party whose field is +name+; nil without one.
        def attached(bytes, name)
          field = Signing.open(bytes).acro_form.field_by_name(name) or return
          file = field.each_widget.filter_map { |widget| widget[:AF] }.first or return
          field.document.deref(file.first)[:EF][:F].stream
        end
      end
    end
  end
end
