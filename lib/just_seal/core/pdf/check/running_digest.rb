# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Digests of a file from its beginning to many places, each byte of which is read once as the places go up.
        class RunningDigest
          attr_reader :bytes

          # +bytes+: the file; +places+: in bytes, up to which digests by SHA256 will be asked.
          def initialize(bytes, places: [])
            @bytes = bytes
            @known = Hash.new { |all, name| all[name] = { 0 => OpenSSL::Digest.new(name) } }
            places.sort.each { |place| up_to("SHA256", place) }
          end

          # Digest +name+ of what stands before +till+, and of +size+ bytes from +from+.
          def of(name, till, from, size) = (up_to(name, till).dup << bytes.byteslice(from, size)).digest

          private

          def up_to(name, place)
            known = @known[name]
            known[place] ||= known.keys.select { |one| one < place }.max.then do |start|
              known[start].dup << bytes.byteslice(start, place - start)
            end
          end
        end
      end
    end
  end
end
