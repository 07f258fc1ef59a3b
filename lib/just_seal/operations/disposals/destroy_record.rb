# frozen_string_literal: true

module JustSeal
  module Operations
    # Destroys one record of a disposal that two have approved, and leaves its stub; or leaves it alone and says why.
    # Everything is looked at anew under its locks: is it still due, is it held, is it on its way. Done once.
    class DestroyRecord < Operation
      # Returns the outcome: "destroyed", "kept" or "refused"; nil where another process has the line, or it is done.
      def call(line_id)
        transaction do
          line = Store::DisposalLine.where(id: line_id, outcome: nil).for_update.skip_locked.first or next
          next unless line.disposal.state == "running"

          line.decision == "keep" ? finish(line, "kept") : destroy(line, line.record.lock!)
        end
      end

      private

      def finish(line, outcome, problem = nil)
        line.update(outcome: outcome, problem: problem && Core::Problem.kept(problem), done_at: now)
        outcome
      end

      def destroy(line, record)
        problem = problem(line, record)
        return finish(line, "refused", problem) if problem

        dockets = dockets(record)
        stub = Queries::StubFacts.new(line, record, dockets, at: now).text
        enter(line, record, dockets, stub)
        doom(line, Queries::BytesOfRecord.new(record, dockets).call)
        Store::Stub.create(record_id: record.id, disposal_id: line.disposal_id, body: stub, made_at: now)
        dockets.each { |one| db[:docket_stubs].insert(docket_id: one.id, disposal_id: line.disposal_id) }
        EraseContent.call(record, dockets)
        finish(line, "destroyed")
      end

      # What stands against it; nil for nothing.
      def problem(line, record)
        FreeToGo.problem(record) || (line.basis["transfer"] ? changed(line, record) : undue(record))
      end

      def undue(record)
        due = Queries::RecordRetention.new(record, at: now, zone: office.zone).due
        :no_longer_due unless due&.action == "destroy" && due.by?(office.zone.to_local(now).to_date)
      end

      # Is it something else than the archive has?
      def changed(line, record)
        packed = Store::TransferLine.where(record_id: record.id).confirmed.where(
          transfer_id: Store::Transfer.where(number: line.basis["transfer"]).select(:id)
        ).get(:account_hash)
        :changed_since_packed unless packed == Queries::RecordAccount.new(record, office: office).digest
      end

      # Dockets of which nothing is left with this record, locked in their order.
      def dockets(record)
        documents = Store::DocketDocument.where(record_id: record.id).select(:docket_id)
        others = Store::DocketDocument.where(docket_id: documents, role: "sign").exclude(record_id: record.id)
          .exclude(record_id: Store::Content.stubs).select(:docket_id)
        mine = Store::DocketDocument.where(record_id: record.id, role: "sign").select(:docket_id)
        Store::Docket.where(id: mine).exclude(id: others).order(:id).for_update.all
      end

      def enter(line, record, dockets, stub)
        facts = { "disposal" => line.disposal.number, "stub" => Core::Ledger::Entry.digest(stub) }
        record_event_on(record.number, "record.destroyed", Core::Actor::SYSTEM, facts)
        dockets.each do |docket|
          told = { "disposal" => line.disposal.number, "record" => record.number }
          record_event_on(docket.number, "docket.destroyed", Core::Actor::SYSTEM, told)
        end
      end

      def doom(line, hashes)
        rows = hashes.map { |sha256| { sha256: sha256, disposal_id: line.disposal_id, state: "doomed", since: now } }
        db[:doomed_bytes].insert_conflict.multi_insert(rows)
      end
    end
  end
end
