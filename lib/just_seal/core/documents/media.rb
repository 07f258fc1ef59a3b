# frozen_string_literal: true

module JustSeal
  module Core
    module Documents
      # What a file is, by its first bytes and never by its name.
      module Media
        # media => [ending, MIME type, what people call it]
        TYPES = {
          "pdf" => [".pdf", "application/pdf", "PDF"],
          "docx" => [".docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document", "DOCX"],
          "odt" => [".odt", "application/vnd.oasis.opendocument.text", "ODT"],
          # Written in place; never what comes from outside.
          "html" => [".html", "text/html", "HTML"]
        }.freeze
        # Beginnings of what people choose by mistake, and what they are.
        STRANGERS = {
          "MZ" => :windows_program,
          "\x7FELF" => :some_program,
          "\xD0\xCF\x11\xE0" => :old_office_file,
          "{\\rtf" => :rtf_file,
          "\xFF\xD8\xFF" => :picture,
          "\x89PNG" => :picture,
          "PK" => :strange_package
        }.transform_keys(&:b).freeze

        module_function

        # "pdf", "docx", "odt", or nil.
        def of(bytes)
          return "pdf" if bytes.byteslice(0, Pdf::Check::HEADER_BYTES).b.match?(Pdf::Check::HEADER)

          bytes.start_with?("PK".b) ? Package.media(bytes) : nil
        end

        # Why +bytes+, of no known media, can't be taken: Symbol.
        def stranger(bytes)
          STRANGERS.find { |start, _| bytes.byteslice(0, 16).b.start_with?(start) }&.last || :strange_format
        end

        def ending(media) = TYPES.fetch(media)[0]
        def mime(media) = TYPES.fetch(media)[1]
        def name(media) = TYPES.fetch(media)[2]
      end
    end
  end
end
