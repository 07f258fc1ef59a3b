# frozen_string_literal: true

module JustSeal
  module Queries
    # Versions of records by what they hold.
    module Versions
      # What parties have signed in a docket.
      SIGNED = %w[sealed renewed].freeze

      module_function

      # {docket number => {kind => version with its record}}
      def of_dockets(numbers)
        rows = Store::Version.where(docket_number: numbers).eager(:record).all
        rows.group_by(&:docket_number).transform_values { |some| some.to_h { |row| [row.kind, row] } }
      end

      # The locked version with these very bytes.
      def filed(sha256) = Store::Version.where(sha256: sha256, locked: true).eager(:record).first

      # The newest version with these very bytes.
      def newest(sha256) = Store::Version.where(sha256: sha256).order(Sequel.desc(:id)).first

      # The Store::DocketDocument whose signed state a version is; nil for one that nobody signed, or nil.
      def document(version)
        return unless version&.docket_number && SIGNED.include?(version.kind)

        docket = Store::Docket.where(number: version.docket_number).select(:id)
        Store::DocketDocument.where(docket_id: docket, record_id: version.record_id).eager(docket: :parties).first
      end

      # All of +record+ with who made them, the newest first.
      def all(record) = record.versions_dataset.eager(:creator).all

      # The newest of +record+ that can still be sent for signature; nil for none.
      def working(record) = record.versions_dataset.working.order(Sequel.desc(:number)).first

      # Version +number+ of +record+.
      def of(record, number) = Store::Version.first(record_id: record.id, number: number.to_i)

      # {sha256 => a version that holds these bytes, of a record that +sight+ shows}
      def twins(hashes, sight)
        rows = Store::Version.where(sha256: hashes, record_id: sight.records.there.select(:id))
        rows.eager(:record).order(:id).all.to_h { |version| [version.sha256, version] }
      end
    end
  end
end
