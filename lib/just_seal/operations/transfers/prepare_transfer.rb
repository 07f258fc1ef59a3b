# frozen_string_literal: true

module JustSeal
  module Operations
    # Lists what has fallen due to be handed over to an archive. What another list has already is left out.
    class PrepareTransfer < Operation
      MAX_TITLE = 200

      # +archive+: whom it is handed to; +due_by+: Date, not in the future; +record_class+: row, with all beneath it,
      # nil for every class. Returns the Store::Transfer. Raises Errors::Invalid with {field => problem}, also where
      # nothing is due.
      def call(actor, title:, archive:, due_by:, record_class: nil)
        allow!(actor, :dispose)
        title, archive = [title, archive].map { |text| Core::Filing::SafeName.line(text) }
        refuse(title, archive, due_by)
        transaction do
          transfer = Store::Transfer.create(
            number: number,
            title: title,
            archive: archive,
            due_by: due_by,
            record_class_id: record_class&.id,
            state: "review",
            made_by: actor.id,
            made_at: now
          )
          count = list(transfer)
          raise Errors::Invalid, { "due_by" => :nothing_due_to_archive } if count.zero?

          record_event_on(transfer.number, "transfer.prepared", actor, told(transfer, count))
          transfer
        end
      end

      private

      def refuse(title, archive, due_by)
        problems = {}
        problems["title"] = :transfer_unnamed unless title.length.between?(1, MAX_TITLE)
        problems["archive"] = :archive_unnamed unless archive.length.between?(1, MAX_TITLE)
        problems["due_by"] = :no_such_day unless due_by
        problems["due_by"] = :due_in_future if due_by && due_by > today
        raise Errors::Invalid, problems unless problems.empty?
      end

      def today = @today ||= office.zone.to_local(now).to_date

      def number
        format("T-%d-%04d", today.year, Store::Counters.next("transfer:#{today.year}"))
      end

      def told(transfer, count)
        facts = { "title" => transfer.title, "archive" => transfer.archive, "due_by" => transfer.due_by.iso8601 }
        facts["class"] = transfer.record_class.code if transfer.record_class
        facts.merge("lines" => count)
      end

      def list(transfer)
        Queries::Transfers.due(transfer, at: now, zone: office.zone).each_batch.sum do |rows|
          db[:transfer_lines].multi_insert(rows.map { |row| row.merge(transfer_id: transfer.id) })
          rows.size
        end
      end
    end
  end
end
