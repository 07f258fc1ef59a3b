# frozen_string_literal: true

module JustSeal
  module Queries
    # From what the keeping of records may be counted, of many of them in a fixed number of queries.
    class RetentionFacts
      # What proves that a document was sealed: here, elsewhere, or as one for all of a circulation.
      SEALING = %w[sealed signed certificate].freeze

      # +zone+: of the office, by whose calendar days are counted.
      def initialize(zone)
        @zone = zone
      end

      # +records+: rows with id, created_at, case_file_id and particulars. {record id => Core::Retention::Facts}
      def of(records)
        times = times(records)
        reviews = Store::RecordReview.newest.where(record_id: records.map(&:id)).as_hash(:record_id)
        records.to_h do |record|
          said = { particulars: record.particulars, review: reviews[record.id]&.review }
          [record.id, Core::Retention::Facts.new(**said, **days(times.fetch(record.id)))]
        end
      end

      private

      # {record id => {event => Time, nil where it has not happened}}
      def times(records)
        ids = records.map(&:id)
        sealed = sealed(ids)
        superseded = Store::RecordSuccession.live.where(record_id: ids).as_hash(:record_id, :made_at)
        closed = Store::CaseFile.where(id: records.map(&:case_file_id).uniq).as_hash(:id, :closed_at)
        records.to_h do |record|
          times = { sealed: sealed[record.id], superseded: superseded[record.id], closed: closed[record.case_file_id] }
          [record.id, { captured: record.created_at, **times }]
        end
      end

      def sealed(ids)
        Store::Version.where(record_id: ids, kind: SEALING).group(:record_id)
          .select_hash(:record_id, Sequel.function(:min, :created_at).as(:first))
      end

      def days(times) = times.transform_values { |time| time && @zone.to_local(time).to_date }
    end
  end
end
