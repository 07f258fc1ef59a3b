# frozen_string_literal: true

module JustSeal
  module Queries
    # Records with their newest docket, a page at a time, in a fixed number of queries.
    class RecordList
      SIZE = 40

      # +record+: row; +docket+, +parties+: of its newest docket, or nil and []; +hit+: RecordFind::Hit, where the words
      # stand elsewhere than in the title
      Row = Struct.new(:record, :docket, :parties, :hit, keyword_init: true)

      # +filters+: RecordFilters; +sight+: of whoever looks; +after+: a key of the page before.
      def initialize(filters, sight:, after: nil, size: SIZE)
        @filters = filters
        @sight = sight
        @after = after
        @size = size
      end

      # Page of Rows.
      def page
        records, next_key = page_of_records
        newest = Newest.new(records.map(&:id))
        elsewhere = hits(records)
        rows = records.map do |record|
          Row.new(
            record: record,
            docket: newest.docket(record.id),
            parties: newest.parties(record.id),
            hit: elsewhere[record.id]
          )
        end
        Page.new(rows: rows, next_key: next_key)
      end

      # All records of the list, in no order.
      def dataset = find ? find.narrow(unfound) : unfound

      # In the list's order.
      def ordered = order.apply(dataset, nil)

      # Yields all records of the list, +size+ at a time, in the order in which they stand as it begins.
      def each_slice(size)
        ordered.select_map(Sequel[:records][:id]).each_slice(size) do |ids|
          rows = Store::Record.where(id: ids).eager(:record_class, :case_file).all.to_h { |row| [row.id, row] }
          yield rows.values_at(*ids).compact
        end
      end

      # [[class row, number of records that +sight+ shows], ...]
      def self.file_plan(sight)
        counts = sight.counted_records.group_and_count(:record_class_id).as_hash(:record_class_id, :count)
        Store::RecordClass.order(:code).map { |row| [row, counts.fetch(row.id, 0)] }
      end

      # Finds that +account+ keeps.
      def self.saved_finds(account)
        Store::SavedFind.where(account_id: account.id).order(Sequel.function(:lower, :title)).all
      end

      # How many wait to be sent.
      # +most+: beyond which nobody wants to know.
      def self.to_be_sent_count(sight, most: nil)
        if most
          to_be_sent(sight).dataset.unordered.limit(most).select(1).from_self.count
        else
          to_be_sent(sight).dataset.count
        end
      end

      def self.to_be_sent(sight, **options)
        new(RecordFilters.new({ "show" => "to-be-sent" }, sight: sight), sight: sight, **options)
      end

      private

      def order = @filters.order
      def find = @find ||= @filters["find"] && RecordFind.new(@filters["find"])
      def unfound = @filters.apply(@sight.records)

      def page_of_records
        rows = if find
          find.rows(
            order.apply(unfound, @after),
            @size + 1
          )
        else
          order.apply(unfound, @after).limit(@size + 1).all
        end
        [rows.first(@size), (order.key(rows[@size - 1]) if rows.size > @size)]
      end

      # Where those rows were hit that don't show it themselves.
      def hits(records)
        return {} unless find

        plain = @filters["find"].downcase
        elsewhere = records.reject do |record|
          record.title.downcase.include?(plain) || record.number.downcase.include?(plain)
        end
        elsewhere.empty? ? {} : find.hits(elsewhere.map(&:id))
      end

      # The newest docket of each of some records.
      class Newest
        def initialize(record_ids)
          newest = Store::DocketDocument.own.to_sign.where(record_id: record_ids).distinct(:record_id).order(
            :record_id,
            Sequel.desc(:docket_id)
          )
          links = newest.select_hash(:record_id, :docket_id)
          dockets = Store::Docket.where(id: links.values).as_hash(:id)
          @dockets = links.transform_values { |id| dockets.fetch(id) }
          @parties = Store::Party.where(docket_id: links.values).in_order.all.group_by(&:docket_id)
        end

        def docket(record_id) = @dockets[record_id]
        def parties(record_id) = @parties.fetch(@dockets[record_id]&.id, [])
      end
    end
  end
end
