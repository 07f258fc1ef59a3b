# frozen_string_literal: true

module JustSeal
  module Operations
    # Closes a case file, or opens it again. A closed one takes no new records; what it holds stays as it is.
    class CloseCaseFile < Operation
      # +closed+: true to close, false to open again. Returns the Store::CaseFile.
      # Raises Errors::Conflict while a docket of its records is on its way, or a record is reserved.
      def call(actor, code:, closed:)
        allow!(actor, :keep_case_files)
        transaction do
          row = Store::CaseFile.where(code: code).for_update.first or raise Errors::Missing.new(
            :no_case_file,
            code: code
          )
          next row if row.closed_at.nil? != closed

          closed ? refuse_busy(row) : refuse_beneath_closed(row)
          record_event_on(code, closed ? "case_file.closed" : "case_file.reopened", actor)
          row.update(closed_at: closed ? now : nil, edits: row.edits + 1)
        end
      end

      private

      def refuse_busy(row)
        inside = Store::CaseFile.beneath([row.id])
        open_below = Store::CaseFile.where(id: inside - [row.id], closed_at: nil).get(:code)
        raise Errors::Conflict.new(:case_file_open_below, code: open_below) if open_below

        busy = row.records_dataset.where(
          Sequel.lit("docket_state IN ('draft', 'out') OR reserved_by IS NOT NULL")
        ).get(:number)
        return unless busy

        raise Errors::Conflict.new(:case_file_busy, number: busy)
      end

      def refuse_beneath_closed(row)
        return unless row.parent&.closed_at

        raise Errors::Conflict.new(:case_file_closed_above, code: row.parent.code)
      end
    end
  end
end
