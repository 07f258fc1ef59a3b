# frozen_string_literal: true

module JustSeal
  module Queries
    # Other records that hold the very bytes of one of a record's versions.
    module DuplicateContent
      MAX = 5
      CIRCULATED = '%"circulated"%'

      module_function

      # [Store::Version, ...] with their records, as far as +sight+ shows them; +versions+: of +record+.
      def of(record, versions, sight)
        working = versions.select { |version| Store::Version::WORKING.include?(version.kind) && !circulated?(version) }
        Store::Version.where(sha256: working.map(&:sha256)).exclude(record_id: record.id)
          .exclude(Sequel.like(:why, CIRCULATED))
          .where(record_id: sight.records.there.select(:id))
          .eager(:record).order(:id).limit(MAX).all
      end

      # Of a circulation each has the same.
      def circulated?(version) = version.why.to_s.include?('"circulated"')
    end
  end
end
