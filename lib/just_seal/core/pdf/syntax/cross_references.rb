# frozen_string_literal: true

require "zlib"

module JustSeal
  module Core
    module Pdf
      module Syntax
        # What a section of cross-references says of each object: {number => [:free], [:used, byte, generation] or
        # [:packed, number of the stream, place in it]} (ISO 32000-2, 7.5.4 and 7.5.8).
        module CrossReferences
          HEAD = /(\d{1,10}) (\d{1,7}) *(?:\r\n|\r|\n)/n
          ROW = /(\d{10}) (\d{5}) ([nf])(?: \r| \n|\r\n)/n
          MAX_ROWS = 8_388_607 # ISO 32000-1, annex C
          WIDTHS = (0..8)
          PNG = (10..15)

          module_function

          # A table, from behind its word `xref`; +reader+: Reader.
          def table(reader)
            {}.tap do |found|
              while reader.take(HEAD)
                first = reader.group(1).to_i
                reader.group(2).to_i.times do |index|
                  reader.take(ROW) or reader.refuse(:references_unclear)
                  row = [reader.group(1).to_i, reader.group(2).to_i]
                  note(reader, found, first + index, reader.group(3) == "n" ? [:used, *row] : [:free])
                end
              end
              reader.refuse(:references_unclear) if found.empty? && !reader.here?(/trailer/n)
            end
          end

          # A stream: +dictionary+ and its +bytes+ as they stand in the file; +reader+ says where what is wrong.
          def stream(reader, dictionary, bytes)
            widths = widths(reader, dictionary)
            sections = sections(reader, dictionary)
            rows = rows(reader, dictionary, bytes, widths.sum, sections.sum(&:last))
            numbers = sections.flat_map { |first, count| (first...(first + count)).to_a }
            {}.tap do |found|
              numbers.each_with_index do |number, index|
                note(reader, found, number, entry(reader, rows.byteslice(index * widths.sum, widths.sum), widths))
              end
            end
          end

          def note(reader, found, number, entry)
            reader.refuse(:object_listed_twice, number: number) if found.key?(number)
            found[number] = entry
          end

          def widths(reader, dictionary)
            given = dictionary[:W]
            fits = given.is_a?(Array) && given.size == 3 && given.all?(WIDTHS) && given[1].positive?
            fits ? given : reader.refuse(:references_unclear)
          end

          # [[first number, count], ...]
          def sections(reader, dictionary)
            given = dictionary.fetch(:Index) { [0, dictionary[:Size]] }
            fits = given.is_a?(Array) && given.size.even? && given.all? { |one| one.is_a?(Integer) && one >= 0 } &&
              given.each_slice(2).sum(&:last) <= MAX_ROWS
            fits ? given.each_slice(2).to_a : reader.refuse(:references_unclear)
          end

          def rows(reader, dictionary, bytes, width, count)
            columns = predicted(reader, dictionary, width)
            size = count * (columns ? width + 1 : width)
            plain = dictionary.key?(:Filter) ? inflated(reader, bytes, size) : bytes
            reader.refuse(:references_unclear) unless plain.bytesize == size
            columns ? unpredicted(reader, plain, width) : plain
          end

          # The width of a row where rows are written as differences; nil where they are not.
          def predicted(reader, dictionary, width)
            filter, parameters = dictionary.values_at(:Filter, :DecodeParms).map { |one| single(one) }
            reader.refuse(:references_unclear) unless filter.nil? || filter == :FlateDecode
            return if parameters.nil? || parameters == { Predictor: 1 }

            plain = parameters.is_a?(Hash) && filter && PNG === parameters[:Predictor] &&
              parameters[:Columns] == width && (parameters.keys - %i[Predictor Columns]).empty?
            plain ? width : reader.refuse(:references_unclear)
          end

          def single(value) = value.is_a?(Array) && value.size == 1 ? value.first : value

          # All of +bytes+ is one deflated stream of +size+ bytes.
          def inflated(reader, bytes, size)
            inflate = Zlib::Inflate.new
            out = "".b
            inflate.inflate(bytes) { |part| (out << part).bytesize > size && reader.refuse(:references_unclear) }
            reader.refuse(:references_unclear) unless inflate.finished? && inflate.total_in == bytes.bytesize
            out
          rescue Zlib::Error
            reader.refuse(:references_unclear)
          ensure
            inflate&.close
          end

          # Rows without prediction, or as differences from the row above (RFC 2083, 6): what is written for
          # cross-references.
          def unpredicted(reader, bytes, width)
            above = [0] * width
            bytes.unpack("C*").each_slice(width + 1).flat_map do |kind, *row|
              reader.refuse(:references_unclear) unless [0, 2].include?(kind)
              above = kind.zero? ? row : row.each_with_index.map { |octet, index| (octet + above[index]) & 0xFF }
            end.pack("C*")
          end

          def entry(reader, row, widths)
            at = 0
            kind, second, third = widths.map do |width|
              row.byteslice(at, width).unpack("C*").inject(0) { |sum, octet| (sum << 8) | octet }.tap { at += width }
            end
            case widths.first.zero? ? 1 : kind
            when 0 then [:free]
            when 1 then [:used, second, third]
            when 2 then [:packed, second, third]
            else reader.refuse(:references_unclear)
            end
          end
        end
      end
    end
  end
end
