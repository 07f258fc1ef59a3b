# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # The bytes that a signature says it covers, judged without trust (ISO 32000-2, 12.8.1: all but its own
        # Contents).
        class ByteRange
          END_MARK = /%%EOF(\r\n|\r|\n)?\z/

          # +digests+: RunningDigest of the file; +range+: the /ByteRange as an Array of anything; +contents+: the
          # /Contents as the reader gives it.
          def initialize(digests, range, contents)
            @digests = digests
            @bytes = digests.bytes
            @range = range
            @contents = contents.to_s.b
          end

          # :valid, or the Finding code of what is wrong.
          def fault
            return :byte_range_wrong unless shaped? && ends_a_revision?

            contents_in_gap? ? :valid : :contents_moved
          end

          # The digest +name+ of all bytes that it covers.
          def digest(name) = @digests.of(name, @range[1], @range[2], @range[3])

          # Where the signed revision ends, in bytes from the start of the file; 0 when the range is nonsense.
          def end_of_revision = shaped? ? @range[2] + @range[3] : 0

          # Are there two ranges, within the file?
          def shaped?
            @range.is_a?(Array) && @range.size == 4 && @range.all?(Integer) && @range[0].zero? && @range[1].positive? &&
              @range[2] > @range[1] + 2 && @range[3].positive? && @range[2] + @range[3] <= @bytes.bytesize
          end

          private

          def ends_a_revision? = @bytes.byteslice([end_of_revision - 8, 0].max, 8).match?(END_MARK)

          def contents_in_gap?
            gap = @bytes.byteslice(@range[1], @range[2] - @range[1])
            hex = "<#{@contents.unpack1("H*")}>"
            gap == hex || gap == hex.upcase
          end
        end
      end
    end
  end
end
