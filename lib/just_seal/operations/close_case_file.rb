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
          row = Store::CaseFile.where(code: code).for_update.first or raise Errors::Missing,
            "There is no case file #{code}."
          next row if row.closed_at.nil? != closed

          closed ? refuse_busy(row) : refuse_beneath_closed(row)
          enter_on(code, closed ? "case_file.closed" : "case_file.reopened", actor)
          row.update(closed_at: closed ? now : nil, edits: row.edits + 1)
        end
      end

      private

      def refuse_busy(row)
        inside = Store::CaseFile.beneath([row.id])
        open_below = Store::CaseFile.where(id: inside - [row.id], closed_at: nil).get(:code)
        raise Errors::Conflict, "#{open_below} beneath it is open. Close that one first." if open_below

        busy = row.records_dataset.where(
          Sequel.lit("docket_state IN ('draft', 'out') OR reserved_by IS NOT NULL")
        ).get(:number)
        return unless busy

        raise Errors::Conflict,
          "#{busy} is still in work (in a docket, or taken for revision). Finish that first."
      end

      def refuse_beneath_closed(row)
        return unless row.parent&.closed_at

        raise Errors::Conflict, "#{row.parent.code} above it is closed. Open that one first."
      end
    end
  end
end
