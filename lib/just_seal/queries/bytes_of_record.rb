# frozen_string_literal: true

module JustSeal
  module Queries
    # SHA-256 of all bytes that belonged to a record and its dockets: by rows, and by entries, which alone tell of what
    # was replaced since.
    class BytesOfRecord
      SHA256 = /\A\h{64}\z/

      # +dockets+: those that go with it.
      def initialize(record, dockets)
        @record = record
        @dockets = dockets
        @ids = dockets.map(&:id)
      end

      # Lines of transfers whose packages hold something of +record+: its own, and those of records that went through a
      # docket with it.
      def self.packages(record)
        documents = Store.db[:docket_documents]
        dockets = documents.where(record_id: record.id).select(:docket_id)
        together = documents.where(docket_id: dockets).select(:record_id)
        Store.db[:transfer_lines].where(Sequel.|({ record_id: record.id }, { record_id: together }))
      end

      def call = (by_rows + by_entries).uniq

      private

      def db = Store.db

      def by_rows
        [*of_record, *of_dockets].flat_map do |rows, columns|
          columns.flat_map do |column|
            rows.select_map(column)
          end
        end.compact
      end

      def of_record
        mine = { record_id: @record.id }
        [
          [db[:versions].where(mine), %i[sha256]],
          [db[:docket_documents].where(mine), %i[sent_sha256 current_sha256 sealed_sha256]],
          [db[:intake_files].where(mine), %i[sha256 pdf_sha256]],
          [db[:taken_packages].where(mine), %i[package_sha256]],
          [self.class.packages(@record), %i[package_sha256]],
          [db[:circulations].where(mine), %i[frozen_sha256]]
        ]
      end

      def of_dockets
        copies = db[:paper_copies].where(docket_id: @ids)
        files = db[:paper_files].where(copy_id: copies.select(:id))
        [
          [db[:docket_files].where(field_id: Store::Content.fields(@ids).select(:id)), %i[sha256]],
          [copies, %i[pack_sha256 scan_sha256]],
          [files, %i[sha256]],
          [db[:paper_pictures].where(file_id: files.select(:id)), %i[sha256]]
        ]
      end

      def by_entries
        chains = [@record.number, *@dockets.map(&:number)]
        chains.flat_map { |chain| Store::Ledger.told(chain).flat_map { |entry| digests(entry["facts"]) } }
      end

      def digests(facts)
        case facts
        when Hash then facts.values.flat_map { |one| digests(one) }
        when Array then facts.flat_map { |one| digests(one) }
        else facts.is_a?(String) && facts.match?(SHA256) ? [facts] : []
        end
      end
    end
  end
end
