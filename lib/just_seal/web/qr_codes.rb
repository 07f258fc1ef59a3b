# frozen_string_literal: true

require "rqrcode"

module JustSeal
  module Web
    # QR codes as pictures in the page.
    module QrCodes
      private

      # SVG; +label+: what it is, for those who can't see it.
      def qr(text, label)
        picture = RQRCode::QRCode.new(text, level: :m).as_svg(
          module_size: 4,
          use_path: true,
          viewbox: true,
          standalone: true,
          svg_attributes: { class: "qr", role: "img", "aria-label": label }
        )
        SafeHtml.new(picture.sub(/\A<\?xml[^>]*>/, ""))
      end
    end
  end
end
