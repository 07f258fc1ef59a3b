# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      module Syntax
        # Goes through the updates on top of a file and accounts for every byte of them: objects, cross-references that
        # list exactly what stands there, a trailer, where the cross-references begin, an end mark, and nothing between.
        # Where this holds, all readers read the same.
        class Updates
          OBJECT = /(\d{1,10}) (\d{1,5}) obj#{Reader::WORD_END}/n
          STREAM = /stream(?:\r\n|\n)/n
          STREAM_END = /(?:\r\n|\n|\r)?endstream#{Reader::WORD_END}/n
          OBJECT_END = /endobj#{Reader::WORD_END}/n
          TABLE = /xref *(?:\r\n|\r|\n)/n
          TRAILER = /trailer#{Reader::WORD_END}/n
          END_MARK = /startxref(?:\r\n|\r|\n)(\d{1,10})(?:\r\n|\r|\n)%%EOF(?:\r\n|\r|\n|\z)/n
          # What every trailer of an update has.
          TRAILER_KINDS = { Size: Integer, Root: Reference, Prev: Integer }.freeze
          # Keys of a stream's dictionary that lead readers elsewhere than to the bytes that stand there.
          ELSEWHERE = %i[F FFilter FDecodeParms].freeze

          # Update values from the bottom, as far as all is clear.
          attr_reader :found
          # The Unclear that ended it, nil where every byte was accounted for.
          attr_reader :unclear

          # +bytes+: the file; +from+: where the first update begins.
          def initialize(bytes, from:)
            @bytes = bytes
            @reader = Reader.new(bytes, from)
            @found = []
            @found << update until @reader.at >= bytes.bytesize
          rescue Unclear => e
            @unclear = e
          end

          # Where what is accounted for ends.
          def last = @found.last&.last

          private

          def update
            first = @reader.at
            objects, trailer, start, entries = parts
            last = ended(start)
            agree(objects, entries)
            sized(trailer, objects.keys | entries.keys)
            Update.new(
              first: first,
              last: last,
              objects: objects.freeze,
              free: entries.filter_map { |number, entry| number if entry.first == :free },
              trailer: trailer,
              start: start
            )
          end

          # [objects, trailer, where the cross-references begin, what they say]
          def parts
            objects = {}
            loop do
              @reader.space
              start = @reader.at
              return [objects, *table(start)] if @reader.take(TABLE)

              object = standing(start)
              @reader.refuse(:object_twice, at: start, number: object.number) if objects.key?(object.number)
              objects[object.number] = object
              return [objects, *stream_table(object)] if references?(object)
            end
          end

          def standing(start)
            @reader.take(OBJECT) or @reader.refuse(:bytes_between)
            number, generation = [1, 2].map { |part| @reader.group(part).to_i }
            value = @reader.value
            @reader.space
            stream = stream(value)
            @reader.space
            @reader.take(OBJECT_END) or @reader.refuse(:value_unclear, number: number)
            Update::Standing.new(number: number, generation: generation, at: start, value: value, stream: stream)
          end

          # The bytes of a stream: as many as its dictionary says, and then its end.
          def stream(dictionary)
            return unless dictionary.is_a?(Hash) && @reader.take(STREAM)

            length = dictionary[:Length]
            clear = length.is_a?(Integer) && length >= 0 && !dictionary.keys.intersect?(ELSEWHERE)
            first = @reader.at
            @reader.refuse(:stream_unclear) unless clear && first + length <= @bytes.bytesize
            @reader.go(first + length)
            @reader.take(STREAM_END) or @reader.refuse(:stream_unclear)
            first...(first + length)
          end

          def references?(object) = object.stream && object.value[:Type] == :XRef

          def table(start)
            entries = CrossReferences.table(@reader)
            @reader.space
            @reader.take(TRAILER) or @reader.refuse(:trailer_unclear, keys: "trailer")
            @reader.space
            trailer = @reader.dictionary
            @reader.refuse(:trailer_unclear, keys: "XRefStm") if trailer.key?(:XRefStm)
            [trailer, start, entries]
          end

          def stream_table(object)
            bytes = @bytes.byteslice(object.stream)
            [object.value, object.at, CrossReferences.stream(@reader, object.value, bytes)]
          end

          def ended(start)
            @reader.space
            place = @reader.at
            @reader.take(END_MARK) or @reader.refuse(:bytes_between)
            @reader.refuse(:start_elsewhere, at: place) unless @reader.group(1).to_i == start
            @reader.at
          end

          # The cross-references list each object that stands here, at its place, and nothing else.
          def agree(objects, entries)
            used = entries.reject { |_, entry| entry.first == :free }
            used.each do |number, (kind, place, generation)|
              object = objects[number]
              fits = kind == :used && object && object.at == place && object.generation == generation
              @reader.refuse(:reference_elsewhere, number: number) unless fits
            end
            unlisted = objects.keys - used.keys - objects.values.select { |one| references?(one) }.map(&:number)
            @reader.refuse(:object_unlisted, number: unlisted.first) if unlisted.any?
          end

          # ISO 32000-2, 7.5.5, table 15: objects beyond Size are not there for some readers.
          def sized(trailer, numbers)
            wrong = TRAILER_KINDS.keys.find { |key| !trailer[key].is_a?(TRAILER_KINDS[key]) }
            wrong ||= :Size if numbers.any? { |one| one >= trailer[:Size] }
            wrong ||= :Encrypt if trailer.key?(:Encrypt)
            @reader.refuse(:trailer_unclear, keys: wrong.to_s) if wrong
          end
        end
      end
    end
  end
end
