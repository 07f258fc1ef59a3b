# frozen_string_literal: true

module JustSeal
  module Operations
    # Packs the records of a transfer, some at a time: each is looked at anew under its lock, its chain is told, one
    # checkpoint is taken over all of them, and each gets its package. May die and be run again at any moment; several
    # at once take different records.
    class PackTransfer < Operation
      LINES = 10

      # Returns :more or :done. Raises Errors::Unavailable while an authority is away.
      def call(transfer_id)
        transfer = Store::Transfer[transfer_id]
        return :done unless transfer.state == "packing"

        left = transfer.lines_dataset.left.order(:id).limit(LINES).select_map(:id)
        begun = left.select { |id| transaction { begin_line(id) } }
        unless begun.empty?
          checkpoint = TakeCheckpoint.call
          begun.each { |id| pack(id, checkpoint) }
        end
        transfer.lines_dataset.left.any? ? :more : finish(transfer_id)
      end

      private

      # Is it to be packed now?
      def begin_line(id)
        line = unless_taken(id) or return false
        return finish_line(line, "kept") && false if line.kept_because

        record = line.record.lock!
        problem = problem(record)
        return finish_line(line, "refused", problem) && false if problem

        enter(line, record)
        true
      end

      def unless_taken(id)
        line = Store::TransferLine.where(id: id, outcome: nil).for_update.skip_locked.first
        line if line && line.transfer.state == "packing"
      end

      # Told once for each state of the record.
      def enter(line, record)
        digest = account(record).digest
        return if line.account_hash == digest

        facts = { "transfer" => line.transfer.number, "archive" => line.transfer.archive, "account" => digest }
        record_event_on(record.number, "record.packed", Core::Actor::SYSTEM, facts)
        line.update(account_hash: digest)
      end

      def problem(record)
        problem = FreeToGo.problem(record) and return problem
        due = Queries::RecordRetention.new(record, at: now, zone: office.zone).due
        :no_longer_due unless due&.action == "transfer" && due.by?(office.zone.to_local(now).to_date)
      end

      def account(record) = Queries::RecordAccount.new(record, office: office)

      # Signed and time-stamped outside of a transaction; whether the record is still the same is looked at within one.
      def pack(id, checkpoint)
        line = Store::TransferLine.where(id: id, outcome: nil).eager(:transfer, :record).all.first or return
        package = TransferPackage.new(line, account(line.record), checkpoint: checkpoint)
        bytes = package.call
        sha256 = office.blobs.put(bytes)
        transaction { keep(id, sha256, bytes.bytesize) }
      end

      def keep(id, sha256, size)
        line = unless_taken(id) or return
        record = line.record.lock!
        problem = problem(record)
        return finish_line(line, "refused", problem) if problem
        return unless account(record).digest == line.account_hash # changed meanwhile: it comes again

        line.set(package_sha256: sha256, package_bytes: size)
        finish_line(line, "packed")
      end

      def finish_line(line, outcome, problem = nil)
        line.update(outcome: outcome, problem: problem && Core::Problem.kept(problem), done_at: now)
      end

      def finish(transfer_id)
        transaction do
          transfer = Store::Transfer.where(id: transfer_id, state: "packing").for_update.first or next
          record_event_on(transfer.number, "transfer.packed", Core::Actor::SYSTEM, counts(transfer))
          transfer.update(state: "packed", packed_at: now)
        end
        :done
      end

      def counts(transfer)
        found = transfer.lines_dataset.unordered.group_and_count(:outcome).as_hash(:outcome, :count)
        %w[packed kept refused].to_h { |outcome| [outcome, found.fetch(outcome, 0)] }
      end
    end
  end
end
