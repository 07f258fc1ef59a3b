# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      # Where the members of a zip stand (PKWARE APPNOTE 6.3.10, 4.3): one after the other from the first byte on, as
      # the central directory lists them, and nothing before, between or behind. What a reader finds that goes from the
      # front is then what one finds that begins at the end.
      module Layout
        LOCAL = "PK\x03\x04".b.freeze
        CENTRAL = "PK\x01\x02".b.freeze
        LAST = "PK\x05\x06".b.freeze
        LOCAL_SIZE = 30
        CENTRAL_SIZE = 46
        LAST_SIZE = 22
        # An entry of the central directory. +offset+: where its local header stands.
        Member = Value.of(:name, :flags, :method, :crc, :packed, :unpacked, :offset)
        DESCRIPTOR = 1 << 3 # sizes stand behind the data

        module_function

        # Is every byte of container +bytes+ accounted for?
        def tight?(bytes)
          last = bytes.bytesize - LAST_SIZE
          return false unless last.positive? && bytes.byteslice(last, 4) == LAST

          disk, start, here, all, size, offset, comment = bytes.byteslice(last + 4, 18).unpack("vvvvVVv")
          return false unless [disk, start, comment] == [0, 0, 0] && here == all && offset + size == last

          members = members(bytes, offset, all)
          members && ends(bytes, members) == offset
        end

        # [Member, ...] of the central directory at +at+, nil where it is none of +count+.
        def members(bytes, at, count)
          found = Array.new(count) do
            return nil unless bytes.byteslice(at, 4) == CENTRAL

            member, at = member(bytes, at)
            member
          end
          found if at == bytes.bytesize - LAST_SIZE
        end

        def member(bytes, at)
          flags, method, crc, packed, unpacked, *lengths = bytes.byteslice(at + 8, 26).unpack("vvx4VVVvvv")
          offset = bytes.byteslice(at + 42, 4).unpack1("V")
          name = bytes.byteslice(at + CENTRAL_SIZE, lengths.first)
          kept = { name: name, flags: flags, method: method, crc: crc, packed: packed, unpacked: unpacked }
          [Member.new(**kept, offset: offset), at + CENTRAL_SIZE + lengths.sum]
        end

        # Where the last of +members+ ends, nil where one does not stand right behind the one before, or says something
        # else of itself there.
        def ends(bytes, members)
          members.inject(0) do |at, member|
            return nil unless member.offset == at && bytes.byteslice(at, 4) == LOCAL

            flags, method, crc, packed, unpacked, name, extra = bytes.byteslice(at + 6, 24).unpack("vvx4VVVvv")
            there = [flags, method, crc, packed, unpacked, bytes.byteslice(at + LOCAL_SIZE, name)]
            return nil unless flags.nobits?(DESCRIPTOR) && there == member.to_h.values.first(6).rotate(1)

            at + LOCAL_SIZE + name + extra + packed
          end
        end
      end
    end
  end
end
