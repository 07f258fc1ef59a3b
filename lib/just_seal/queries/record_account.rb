# frozen_string_literal: true

module JustSeal
  module Queries
    # What a record is, as the account in a transfer package tells it (Core::Transfer::Package). The same record gives
    # the same text until something of it changes.
    class RecordAccount
      attr_reader :dockets, :circulations

      # +office+: for its name.
      def initialize(record, office:)
        @record = record
        @office = office
        @dockets = Store::Docket.where(id: own.select(:docket_id), state: "sealed").exclude(id: incomplete)
          .order(:number).all
        @circulations = Store::Circulation.where(record_id: record.id).exclude(sheet_record_id: nil).order(:number).all
      end

      def to_h
        @to_h ||= {
          "v" => Core::Transfer::Package::VERSION,
          "what" => "record",
          "office" => @office.name,
          "number" => @record.number,
          "title" => @record.title,
          "class" => record_class,
          "case_file" => { "code" => @record.case_file.code, "title" => @record.case_file.title },
          "particulars" => @record.particulars.to_h,
          "captured_at" => time(@record.created_at),
          "versions" => versions.map { |row| version(row) },
          "dockets" => (dockets + circulations).map(&:number)
        }
      end

      def text = @text ||= Core::Ledger::Canonical.dump(to_h)
      def digest = Core::Ledger::Entry.digest(text)

      # {path in the package => SHA-256 of the bytes}
      def files = versions.to_h { |row| [path(row), row.sha256] }

      private

      def own = Store::DocketDocument.own.where(record_id: @record.id)
      # Of whose documents one was destroyed: there is no bundle of them any more.
      def incomplete = Store::DocketDocument.where(record_id: Store::Content.stubs).select(:docket_id)
      def versions = @versions ||= @record.versions_dataset.order(:number).all
      def time(time) = Core::Ledger::Entry.time(time)
      def path(row) = Core::Transfer::Package.path_of(row.number, row.file_name)

      # As it was defined when the record was made.
      def record_class
        row = @record.record_class
        definition = row.definition(@record.class_version)
        definition.slice("code", "title", "scope_note", "needs_signature", "particulars", "checks")
      end

      def version(row)
        {
          "number" => row.number,
          "kind" => row.kind,
          "media" => row.media,
          "file_name" => row.file_name,
          "file" => path(row),
          "sha256" => row.sha256,
          "bytes" => row.size_bytes,
          "pages" => row.page_count,
          "made_at" => time(row.created_at),
          "docket" => row.docket_number
        }
      end
    end
  end
end
