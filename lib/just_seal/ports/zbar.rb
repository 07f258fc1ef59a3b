# frozen_string_literal: true

require "fiddle/import"

module JustSeal
  module Ports
    # Reads QR codes with Debian's libzbar0. To be called where strangers' bytes may do no harm (Confined): the library
    # is written in C.
    module Zbar
      # What libzbar 0.23 offers of itself.
      module Library
        extend Fiddle::Importer

        dlload "libzbar.so.0"
        extern "void *zbar_image_scanner_create()"
        extern "void zbar_image_scanner_destroy(void *)"
        extern "int zbar_image_scanner_set_config(void *, int, int, int)"
        extern "void *zbar_image_create()"
        extern "void zbar_image_destroy(void *)"
        extern "void zbar_image_set_format(void *, unsigned long)"
        extern "void zbar_image_set_size(void *, unsigned int, unsigned int)"
        extern "void zbar_image_set_data(void *, void *, unsigned long, void *)"
        extern "int zbar_scan_image(void *, void *)"
        extern "void *zbar_image_first_symbol(void *)"
        extern "void *zbar_symbol_next(void *)"
        extern "char *zbar_symbol_get_data(void *)"
        extern "unsigned int zbar_symbol_get_loc_size(void *)"
        extern "int zbar_symbol_get_loc_x(void *, unsigned int)"
        extern "int zbar_symbol_get_loc_y(void *, unsigned int)"
      end

      # "Y800": a byte of grey for each pixel.
      GREY = "Y800".unpack1("V")
      ALL = 0
      QR = 64
      ENABLE = 0

      module_function

      # [[text, [x, y] of its middle], ...] of the codes in +grey+ (a byte for each pixel, line by line), y downwards.
      def read(grey, width, height)
        scanner = Library.zbar_image_scanner_create
        Library.zbar_image_scanner_set_config(scanner, ALL, ENABLE, 0)
        Library.zbar_image_scanner_set_config(scanner, QR, ENABLE, 1)
        image = image(grey, width, height)
        Library.zbar_scan_image(scanner, image)
        symbols(image)
      ensure
        Library.zbar_image_destroy(image) if image
        Library.zbar_image_scanner_destroy(scanner) if scanner
      end

      def image(grey, width, height)
        Library.zbar_image_create.tap do |image|
          Library.zbar_image_set_format(image, GREY)
          Library.zbar_image_set_size(image, width, height)
          Library.zbar_image_set_data(image, Fiddle::Pointer[grey], grey.bytesize, nil)
        end
      end

      def symbols(image)
        found = []
        symbol = Library.zbar_image_first_symbol(image)
        until symbol.null?
          found << [Library.zbar_symbol_get_data(symbol).to_s, middle(symbol)]
          symbol = Library.zbar_symbol_next(symbol)
        end
        found
      end

      def middle(symbol)
        count = Library.zbar_symbol_get_loc_size(symbol)
        %i[zbar_symbol_get_loc_x zbar_symbol_get_loc_y].map do |side|
          (0...count).sum { |index| Library.public_send(side, symbol, index) } / [count, 1].max.to_f
        end
      end
    end
  end
end
