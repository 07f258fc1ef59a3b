# frozen_string_literal: true

module JustSeal
  module Queries
    class LedgerAudit
      # Holds every kept file that the database speaks of against its hash, and looks whether what was destroyed has
      # gone.
      class Kept
        # +blobs+: Ports::Blobs; +found+: callable for a code and a place.
        def initialize(blobs, found)
          @blobs = blobs
          @found = found
        end

        # Looks at each once; returns how many there are.
        def compare
          all = Store::Content.wanted.select_map(:sha256).sort
          all.each { |sha256| look_at(sha256) }
          (gone - all).each { |sha256| look_for(sha256) }
          all.size
        end

        private

        def gone = Store.db[:doomed_bytes].where(state: "gone").distinct.select_map(:sha256)

        # Of a record that was destroyed.
        def look_for(sha256)
          @blobs.size(sha256)
          @found.call(:bytes_left, sha256)
        rescue Errors::Missing
          nil
        end

        def look_at(sha256)
          @blobs.check(sha256)
        rescue Errors::Damaged
          @found.call(:bytes_damaged, sha256)
        rescue Errors::Missing
          @found.call(:bytes_missing, sha256)
        end
      end
    end
  end
end
