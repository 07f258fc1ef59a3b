# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # A PDF with a password (AES-256, ISO 32000-2, 7.6) that carries other files inside as they are: encrypting a
      # sealed document itself would break its seal.
      module Wrapper
        module_function

        # +files+: {name => bytes}; +lines+: what its one page says. Returns bytes.
        def call(files, password:, title:, lines:, faces:)
          doc = HexaPDF::Document.new
          sheet = Sheet.new(doc, faces)
          sheet.write(title, role: :title, size: 18, leading: 1.3)
          lines.each { |line| sheet.write(line, size: 10.5) }
          files.each { |name, bytes| doc.files.add(StringIO.new(bytes), name: name, mime_type: "application/pdf") }
          doc.catalog[:PageMode] = :UseAttachments
          doc.encrypt(
            name: :Standard,
            user_password: password,
            owner_password: password,
            algorithm: :aes,
            key_length: 256
          )
          StringIO.new("".b).tap { |out| doc.write(out) }.string
        end
      end
    end
  end
end
