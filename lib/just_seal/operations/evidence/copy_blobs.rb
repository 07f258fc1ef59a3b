# frozen_string_literal: true

module JustSeal
  module Operations
    # Copies all kept files into another store, and holds each of them there against its hash. May be broken off and
    # begun again: what is there already is only checked.
    class CopyBlobs < Operation
      # +to+: Ports::FileBlobs or Ports::ObjectBlobs. Yields the number of files that are done after each one. Returns
      # it. Raises Errors::Damaged or Errors::Missing for a file that is not what it was, here or there.
      def call(to)
        office.blobs.each_sha256.inject(0) do |done, sha256|
          to.put(office.blobs.get(sha256))
          to.check(sha256)
          yield done + 1 if block_given?
          done + 1
        end
      end
    end
  end
end
