# frozen_string_literal: true

require "nokogiri"
require "stringio"
require "zip"

# LibreOffice 7.4 takes a package with Zip64 headers for damaged.
Zip.write_zip64_support = false

module JustSeal
  module Core
    module Documents
      # A word processor's file: a zip with XML parts (ECMA-376 part 2; OpenDocument 1.3 part 2).
      class Package
        MAX_UNPACKED_BYTES = 200 * 1024 * 1024
        MAX_PARTS = 3_000
        CHUNK_BYTES = 1024 * 1024
        ODT = "application/vnd.oasis.opendocument.text"
        MAIN = { "docx" => "word/document.xml", "odt" => "content.xml" }.freeze
        PROPERTIES = { "docx" => "docProps/core.xml", "odt" => "meta.xml" }.freeze
        FAULTS = [Zip::Error, Zlib::Error, ArgumentError, RangeError, TypeError, NoMethodError, EOFError].freeze

        # A part as a document. Raises Refused :package_damaged for one with a document type definition, through which
        # a few bytes can become gigabytes; ECMA-376 part 2 (8.1.4) forbids them.
        def self.xml(text)
          Nokogiri::XML(text, &:nonet).tap do |doc|
            raise Refused, :package_damaged if doc.internal_subset || doc.root.nil?
          end
        end

        # "docx", "odt", or nil for any other package.
        def self.media(bytes)
          Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
            return "docx" if zip.find_entry(MAIN["docx"])

            mime = zip.find_entry("mimetype")
            return mime && mime.size < 100 && mime.get_input_stream.read.to_s.strip == ODT ? "odt" : nil
          end
        rescue *FAULTS
          nil
        end

        # :valid, or why the package can't be taken: :package_damaged, :package_too_large. Sizes are counted while
        # unpacking: what a package says of itself is not believed.
        def self.problem(bytes)
          left = MAX_UNPACKED_BYTES
          Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
            return :package_too_large if zip.size > MAX_PARTS || zip.sum(&:size) > MAX_UNPACKED_BYTES

            zip.each { |entry| left -= unpacked(entry, left) unless entry.directory? }
          end
          left.negative? ? :package_too_large : readable(bytes)
        rescue Refused => e
          e.reason
        rescue *FAULTS
          :package_damaged
        end

        # The parts that are read here must be XML that can be read.
        def self.readable(bytes)
          Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
            [*MAIN.values, *PROPERTIES.values, "styles.xml"].uniq.filter_map do |name|
              zip.find_entry(name)
            end.each { |entry| xml(entry.get_input_stream.read.to_s) }
          end
          :valid
        end
        private_class_method :readable

        # Bytes that +entry+ unpacks to, counted to just above +most+.
        def self.unpacked(entry, most)
          count = 0
          entry.get_input_stream do |stream|
            while count <= most && (chunk = stream.read(CHUNK_BYTES))
              count += chunk.bytesize
            end
          end
          count
        end
        private_class_method :unpacked

        # +bytes+: a package whose problem is :valid; +media+: "docx" or "odt".
        def initialize(bytes, media)
          @media = media
          @parts = {}
          Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
            zip.each do |entry|
              unless entry.directory?
                @parts[entry.name] =
                  entry.get_input_stream.read.to_s
              end
            end
          end
        end

        attr_reader :media, :parts

        # The title among the file's properties, "" without one.
        def title
          text = @parts[PROPERTIES.fetch(@media)] or return ""
          self.class.xml(text).at_xpath("//*[local-name()='title']")&.text.to_s.strip
        end

        # The same package with +changed+ parts ({name => text}). The mimetype comes first and is stored, as
        # OpenDocument wants it.
        def with(changed)
          order = @parts.keys.sort_by { |name| name == "mimetype" ? 0 : 1 }
          Zip::OutputStream.write_buffer do |out|
            order.each do |name|
              name == "mimetype" ? out.put_next_entry(name, nil, nil, Zip::Entry::STORED) : out.put_next_entry(name)
              out.write(changed.fetch(name, @parts[name]))
            end
          end.string
        end
      end
    end
  end
end
