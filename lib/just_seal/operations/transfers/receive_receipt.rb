# frozen_string_literal: true

module JustSeal
  module Operations
    # Enters what an archive has confirmed: which records it has, and how it calls each. A receipt may confirm some now
    # and another one the rest.
    class ReceiveReceipt < Operation
      MAX_BYTES = 10 * 1024 * 1024
      MAX_REFERENCE = 200
      MAX_IDENTIFIER = 300
      SHA256 = /\A\h{64}\z/

      # +reference+: how the archive calls the transfer; +received_on+: Date; +list+: text, a line for each record: its
      # number, the archive's identifier, and, where the archive tells it, the SHA-256 of the package that it got, with
      # commas, semicolons or tabs between; +file+: [bytes, name] of the receipt as it came, nil for none.
      # Returns the Store::Transfer. Raises Errors::Invalid with {field => problem}.
      def call(actor, number:, reference:, received_on:, list:, file: nil)
        allow!(actor, :dispose)
        reference = Core::Filing::SafeName.line(reference)
        refuse(reference, received_on, file)
        kept = file && office.blobs.put(file.first)
        transaction do
          transfer = Store::Transfer.locked(number)
          raise Errors::Conflict.new(:transfer_moved_on, number: number) unless %w[packed received]
            .include?(transfer.state)

          confirmed = confirm(transfer, list)
          told = { "reference" => reference, "received_on" => received_on.iso8601, "records" => confirmed }
          told["receipt"] = kept if kept
          record_event_on(number, "transfer.received", actor, told)
          receipt = kept ? { receipt_sha256: kept, receipt_name: file.last[0, 200] } : {}
          transfer.update(state: "received", reference: reference, received_on: received_on, **receipt)
        end
      end

      private

      def refuse(reference, received_on, file)
        problems = {}
        problems["reference"] = :reference_missing unless reference.length.between?(1, MAX_REFERENCE)
        problems["received_on"] = :no_such_day unless received_on
        problems["received_on"] = :received_in_future if received_on && received_on > today
        problems["file"] = :receipt_too_large if file && file.first.bytesize > MAX_BYTES
        raise Errors::Invalid, problems unless problems.empty?
      end

      def today = office.zone.to_local(now).to_date

      # [number of a record, ...]
      def confirm(transfer, list)
        read = read_all(transfer, list)
        read.each { |line, identifier| enter(transfer, line, identifier) }
        db[:retention_stale].multi_insert(read.map { |line, _| { record_id: line.record_id } })
        read.map { |line, _| line.record.number }
      end

      # [[Store::TransferLine, identifier], ...]
      def read_all(transfer, list)
        packed = transfer.lines_dataset.where(outcome: "packed").eager(:record).all
        lines = packed.to_h { |one| [one.record.number, one] }
        told = list.lines(chomp: true).reject { |text| text.strip.empty? }
        raise Errors::Invalid, { "list" => :receipt_empty } if told.empty?

        told.map { |text| read(text.split(/[,;\t]/).map(&:strip), lines) }
      end

      def read((number, identifier, sha256), lines)
        line = lines[number] or raise Errors::Invalid, { "list" => Core::Problem.new(:not_packed, number: number.to_s) }
        if identifier.to_s.empty? || identifier.length > MAX_IDENTIFIER
          raise Errors::Invalid, { "list" => Core::Problem.new(:identifier_missing, number: number) }
        end
        unless sha256.to_s.empty? || sha256.downcase == line.package_sha256
          raise Errors::Invalid, { "list" => Core::Problem.new(:archive_has_another, number: number) }
        end

        [line, identifier]
      end

      def enter(transfer, line, identifier)
        return if line.identifier == identifier

        facts = { "transfer" => transfer.number, "archive" => transfer.archive, "identifier" => identifier }
        record_event_on(line.record.number, "record.handed_over", Core::Actor::SYSTEM, facts)
        line.update(identifier: identifier, confirmed_at: now)
      end
    end
  end
end
