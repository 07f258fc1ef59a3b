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
          "odt" => [".odt", "application/vnd.oasis.opendocument.text", "ODT"]
        }.freeze
        # Beginnings of what people choose by mistake, with what to do about it.
        STRANGERS = {
          "MZ" => "It is a Windows program, whatever it is called. It was not kept.",
          "\x7FELF" => "It is a program, whatever it is called. It was not kept.",
          "\xD0\xCF\x11\xE0" =>
            "It is an old or a password-protected office file. Save it as DOCX, ODT or PDF without a password.",
          "{\\rtf" => "It is an RTF file. Save it as DOCX, ODT or PDF.",
          "\xFF\xD8\xFF" => "It is a picture. Save or scan it as PDF.",
          "\x89PNG" => "It is a picture. Save or scan it as PDF.",
          "PK" => "It is a package, but neither DOCX nor ODT. Save the document as DOCX, ODT or PDF."
        }.transform_keys(&:b).freeze
        ANYTHING = "It is neither PDF nor DOCX nor ODT. Save the document in one of these."

        module_function

        # "pdf", "docx", "odt", or nil.
        def of(bytes)
          return "pdf" if bytes.byteslice(0, Pdf::Check::HEADER_BYTES).b.match?(Pdf::Check::HEADER)

          bytes.start_with?("PK".b) ? Package.media(bytes) : nil
        end

        # Why +bytes+, of no known media, can't be taken, as a sentence.
        def stranger(bytes)
          STRANGERS.find { |start, _| bytes.byteslice(0, 16).b.start_with?(start) }&.last || ANYTHING
        end

        def ending(media) = TYPES.fetch(media)[0]
        def mime(media) = TYPES.fetch(media)[1]
        def name(media) = TYPES.fetch(media)[2]
      end
    end
  end
end
