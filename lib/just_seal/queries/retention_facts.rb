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
        ids = records.map(&:id)
        sealed = sealed(ids)
        superseded = Store::RecordSuccession.live.where(record_id: ids).as_hash(:record_id, :made_at)
        closed = Store::CaseFile.where(id: records.map(&:case_file_id).uniq).as_hash(:id, :closed_at)
        records.to_h do |record|
          times = {
            captured: record.created_at,
            sealed: sealed[record.id],
            closed: closed[record.case_file_id],
            superseded: superseded[record.id]
          }
          [record.id, Core::Retention::Facts.new(particulars: record.particulars, **days(times))]
        end
      end

      private

      def sealed(ids)
        Store::Version.where(record_id: ids, kind: SEALING).group(:record_id)
          .select_hash(:record_id, Sequel.function(:min, :created_at).as(:first))
      end

      def days(times) = times.transform_values { |time| time && @zone.to_local(time).to_date }
    end
  end
end
