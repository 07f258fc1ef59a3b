# frozen_string_literal: true

module JustSeal
  module Queries
    # Records with their newest docket, a page at a time, in a fixed number of queries.
    class RecordList
      SIZE = 40

      # +record+: row; +docket+, +parties+: of its newest docket, or nil and []; +hit+: RecordFind::Hit, where the words stand elsewhere than in the title
      Row = Struct.new(:record, :docket, :parties, :hit, keyword_init: true)

      # +class_code+, +case_code+, +find+: text or nil; +to_be_sent+: only records without a docket whose class needs signature.
      def initialize(class_code: nil, case_code: nil, find: nil, to_be_sent: false, after: nil, size: SIZE)
        @filters = { class_code: class_code, case_code: case_code, find: find }
        @to_be_sent = to_be_sent
        @after = after
        @size = size
      end

      # Page of Rows.
      def page
        page = Page.of(dataset, after: @after, size: @size)
        newest = Newest.new(page.rows.map(&:id))
        elsewhere = hits(page.rows)
        rows = page.rows.map do |record|
          Row.new(record: record, docket: newest.docket(record.id), parties: newest.parties(record.id), hit: elsewhere[record.id])
        end
        Page.new(rows: rows, next_key: page.next_key)
      end

      # {class code => [title, number of records]}, and the number of all under nil.
      def self.file_plan
        counts = Store::Record.group_and_count(:record_class_id).as_hash(:record_class_id, :count)
        Store::RecordClass.order(:code).map { |row| [row, counts.fetch(row.id, 0)] }
      end

      # How many wait to be sent.
      def self.to_be_sent_count = new(to_be_sent: true).dataset.count

      def dataset
        found = Store::Record.dataset
        found = found.where(record_class_id: Store::RecordClass.where(code: @filters[:class_code]).select(:id)) if @filters[:class_code]
        found = found.where(case_file_id: Store::CaseFile.where(code: @filters[:case_code]).select(:id)) if @filters[:case_code]
        found = RecordFind.new(@filters[:find]).narrow(found) if @filters[:find]
        @to_be_sent ? unsent(found) : found
      end

      private

      # Where those rows were hit that don't show it themselves.
      def hits(records)
        return {} unless @filters[:find]

        plain = @filters[:find].downcase
        elsewhere = records.reject { |record| record.title.downcase.include?(plain) || record.number.downcase.include?(plain) }
        elsewhere.empty? ? {} : RecordFind.new(@filters[:find]).hits(elsewhere.map(&:id))
      end

      # Neither on its way nor sealed, of a class that needs signature. The literal condition is the one of the index records_free.
      def unsent(records)
        records.where(record_class_id: Store::RecordClass.where(needs_signature: true).select(:id))
          .where(Sequel.lit("(docket_state IS NULL OR docket_state IN ('refused', 'withdrawn', 'lapsed'))"))
      end

      # The newest docket of each of some records.
      class Newest
        def initialize(record_ids)
          newest = Store::DocketDocument.where(record_id: record_ids).distinct(:record_id).order(:record_id, Sequel.desc(:docket_id))
          links = newest.select_hash(:record_id, :docket_id)
          dockets = Store::Docket.where(id: links.values).as_hash(:id)
          @dockets = links.transform_values { |id| dockets.fetch(id) }
          @parties = Store::Party.where(docket_id: links.values).order(:letter).all.group_by(&:docket_id)
        end

        def docket(record_id) = @dockets[record_id]
        def parties(record_id) = @parties.fetch(@dockets[record_id]&.id, [])
      end
    end
  end
end
