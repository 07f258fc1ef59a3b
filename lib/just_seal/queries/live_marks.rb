# frozen_string_literal: true

module JustSeal
  module Queries
    # What changes with everything that a page shows: text that a browser holds against what it was.
    module LiveMarks
      module_function

      # With every entry of the docket, and with every edit of a draft.
      def docket(number)
        "#{Store::Ledger.head(number)&.last} #{Store::Docket.where(number: number).get(:edits)}"
      end

      # With every entry of the record or one of its dockets, and with what a job does to a file that comes back.
      def record(record)
        ids = Store::DocketDocument.own.where(record_id: record.id).select(:docket_id)
        chains = [record.number, *Store::Docket.where(id: ids).select_map(:number)]
        heads = Store.db[:ledger_heads].where(docket: chains).order(:docket).select_map(:hash)
        [*heads, record.coming_back&.state].join("-")
      end

      # With everything that a job or somebody else does to it.
      def intake(intake)
        intake.files_dataset.order(:id).select_map(%i[id state flattened]).flatten.join("-") + intake.ended_at.to_i.to_s
      end

      def inquiry(inquiry)
        answers = inquiry.answers_dataset.order(:position).select_map(%i[state done size])
        [inquiry.edits, inquiry.closed_at, inquiry.problem, *answers].flatten.join(" ")
      end
    end
  end
end
