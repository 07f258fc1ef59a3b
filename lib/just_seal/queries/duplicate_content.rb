# frozen_string_literal: true

module JustSeal
  module Queries
    # Other records that hold the very bytes of one of a record's versions.
    module DuplicateContent
      MAX = 5

      module_function

      # [Store::Version, ...] with their records, as far as +sight+ shows them; +versions+: of +record+.
      def of(record, versions, sight)
        working = versions.select { |version| Store::Version::WORKING.include?(version.kind) }.map(&:sha256)
        Store::Version.where(sha256: working).exclude(record_id: record.id).where(
          record_id: sight.records.select(:id)
        ).eager(:record).order(:id).limit(MAX).all
      end
    end
  end
end
