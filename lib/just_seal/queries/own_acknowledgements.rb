# frozen_string_literal: true

module JustSeal
  module Queries
    # What one member of the staff has done as one of many, newest first, with the version that it was done on.
    class OwnAcknowledgements
      SIZE = 40
      COLUMNS = [
        Sequel[:parties][:id],
        Sequel[:parties][:acted_at].as(:created_at),
        Sequel[:parties][:act],
        Sequel[:parties][:declaration],
        Sequel[:parties][:level_reached],
        Sequel[:dockets][:number],
        Sequel[:dockets][:title],
        Sequel[:versions][:number].as(:version),
        Sequel[:records][:number].as(:record),
        Sequel[:docket_documents][:record_id]
      ].freeze
      # +act+: {column => value}; +newest+: number of the newest version of the record that people can be shown.
      Row = Struct.new(:act, :newest, keyword_init: true) do
        def newer? = newest.to_i > act[:version]
      end

      def initialize(account, after: nil, size: SIZE)
        @account = account
        @after = after
        @size = size
      end

      # Page of Rows.
      def page
        found = Page.of(Store::Party.from(done.as(:parties)), after: @after, size: @size)
        newest = newest_of(found.rows.map { |row| row[:record_id] })
        rows = found.rows.map { |row| Row.new(act: row.values, newest: newest[row[:record_id]]) }
        Page.new(rows: rows, next_key: found.next_key)
      end

      private

      def done
        Store.db[:parties]
          .join(:dockets, id: Sequel[:parties][:docket_id])
          .join(:docket_documents, docket_id: Sequel[:dockets][:id], position: 1)
          .join(:versions, id: Sequel[:docket_documents][:version_id])
          .join(:records, id: Sequel[:docket_documents][:record_id])
          .where(Sequel[:parties][:account_id] => @account.id, Sequel[:parties][:state] => "done")
          .exclude(Sequel[:dockets][:circulation_id] => nil)
          .select(*COLUMNS)
      end

      def newest_of(record_ids)
        Store::Version.where(record_id: record_ids, media: "pdf")
          .exclude(kind: "certificate")
          .group(:record_id)
          .select(:record_id, Sequel.function(:max, :number).as(:newest))
          .as_hash(:record_id, :newest)
      end
    end
  end
end
