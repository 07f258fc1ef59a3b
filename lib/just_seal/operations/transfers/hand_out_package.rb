# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out a package that was made of a record: for an archive, by whoever carries the transfer there.
    class HandOutPackage < Operation
      # Returns [bytes, file name]. Raises Errors::Missing.
      def call(actor, number:, record:)
        allow!(actor, :dispose) if actor.staff?
        transfer = Queries::Transfers.find(number) or raise Errors::Missing.new(:no_transfer, number: number)
        line = Queries::Transfers.package(transfer, record)
        bytes = office.blobs.get(line.package_sha256)
        transaction do
          facts = { "record" => record, "sha256" => line.package_sha256 }
          record_event_on(number, "transfer.handed_out", actor, facts)
        end
        [bytes, "#{number} #{record}.zip"]
      end

      # Bytes of the package that +record+ came in.
      def taken(actor, record)
        allow!(actor, :download)
        allow_record!(actor, record, :see)
        refuse_destroyed!(record)
        row = Store::TakenPackage[record.id] or raise Errors::Missing.new(:no_package, number: record.number)
        bytes = office.blobs.get(row.package_sha256)
        transaction { record_event_on(record.number, "record.package_taken", actor, "sha256" => row.package_sha256) }
        bytes
      end

      # All of them in one zip, packed no further. Raises Errors::Conflict where they are more than +most+ bytes.
      def all(actor, number:, most:)
        allow!(actor, :dispose)
        transfer = Queries::Transfers.find(number) or raise Errors::Missing.new(:no_transfer, number: number)
        lines = Queries::Transfers.packages(transfer)
        raise Errors::Conflict.new(:packages_too_large, number: number) if lines.sum(&:package_bytes) > most

        files = lines.to_h { |line| ["#{line.record.number}.zip", office.blobs.get(line.package_sha256)] }
        transaction { record_event_on(number, "transfer.all_handed_out", actor, "packages" => lines.size) }
        [Core::Transfer::Bag.stored(files, now), "#{number}.zip"]
      end
    end
  end
end
