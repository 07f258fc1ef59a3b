# frozen_string_literal: true

module JustSeal
  module Queries
    class LedgerAudit
      # Holds every kept file that the database speaks of against its hash.
      class Kept
        BLOBS = {
          answers: %i[result_sha256 report_sha256],
          circulations: %i[frozen_sha256],
          docket_documents: %i[sent_sha256 current_sha256 sealed_sha256],
          docket_files: %i[sha256],
          docket_template_files: %i[sha256],
          document_templates: %i[sha256],
          inquiries: %i[pack_sha256],
          intake_files: %i[sha256 pdf_sha256],
          paper_copies: %i[pack_sha256 scan_sha256],
          paper_files: %i[sha256],
          paper_pictures: %i[sha256],
          record_imports: %i[sha256],
          versions: %i[sha256]
        }.freeze

        # +blobs+: Ports::Blobs; +found+: callable for a code and a place.
        def initialize(blobs, found)
          @blobs = blobs
          @found = found
        end

        # Looks at each once; returns how many there are.
        def compare
          hashes = BLOBS.flat_map do |table, columns|
            columns.map { |column| Store.db[table].exclude(column => nil).select(Sequel[column].as(:sha256)) }
          end
          hashes << Store.db[:office_choices].where(name: "logo").select(Sequel[:value].as(:sha256))
          all = hashes.inject { |one, other| one.union(other) }.select_map(:sha256).sort
          all.each { |sha256| look_at(sha256) }.size
        end

        private

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
