# frozen_string_literal: true

require "rqrcode"

module JustSeal
  module Core
    module Pdf
      # Draws QR codes (ISO/IEC 18004) as squares on a canvas.
      module Qr
        INK = [0x1D, 0x2B, 0x2F].freeze

        module_function

        # +text+ as a code +side+ points wide, whose lower left corner is at +x+, +y+.
        def draw(canvas, text, x, y, side, colour: INK)
          modules = RQRCode::QRCode.new(text, level: :m).modules
          step = side / modules.size.to_f
          canvas.fill_color(*colour)
          modules.each_with_index do |row, down|
            row.each_with_index do |dark, along|
              canvas.rectangle(x + (along * step), y + side - ((down + 1) * step), step, step) if dark
            end
          end
          canvas.fill
        end
      end
    end
  end
end
