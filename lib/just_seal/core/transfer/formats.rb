# frozen_string_literal: true

module JustSeal
  module Core
    module Transfer
      # What a file is, as PREMIS names formats: by media type, version, and the key of the PRONOM register.
      module Formats
        Format = Value.of(:name, :version, :key)
        PDF = { "1.3" => "fmt/17", "1.4" => "fmt/18", "1.5" => "fmt/19", "1.6" => "fmt/20", "1.7" => "fmt/276" }.freeze
        BY_ENDING = {
          ".asice" => Format.new(name: "application/vnd.etsi.asic-e+zip", version: nil, key: nil),
          ".json" => Format.new(name: "application/json", version: nil, key: "fmt/817"),
          ".xml" => Format.new(name: "application/xml", version: "1.0", key: "fmt/101"),
          ".docx" => Format.new(
            name: "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
            version: nil,
            key: "fmt/412"
          ),
          ".odt" => Format.new(name: "application/vnd.oasis.opendocument.text", version: nil, key: nil),
          ".txt" => Format.new(name: "text/plain", version: nil, key: "x-fmt/111"),
          ".png" => Format.new(name: "image/png", version: nil, key: nil),
          ".jpg" => Format.new(name: "image/jpeg", version: nil, key: nil)
        }.freeze
        OTHER = Format.new(name: "application/octet-stream", version: nil, key: nil)

        module_function

        # Format of +bytes+ that are called +name+.
        def of(name, bytes)
          version = bytes.byteslice(0, 16).to_s.b[/\A%PDF-(\d\.\d)/n, 1]
          return BY_ENDING.fetch(File.extname(name).downcase, OTHER) unless version

          Format.new(name: "application/pdf", version: version, key: PDF[version])
        end
      end
    end
  end
end
