# frozen_string_literal: true

module JustSeal
  module Operations
    # A paper copy of a docket by its number, with the docket locked.
    class PaperLookup < Operation
      # +copy+: its number; +states+: in which it has to be. Returns [docket, Store::PaperCopy]. Raises Errors::Missing,
      # Errors::Conflict. To be called in a transaction.
      def call(number, copy, states: Store::PaperCopy::OPEN)
        docket = Store::Docket.locked(number)
        row = Store::PaperCopy.where(docket_id: docket.id, number: copy).for_update.first or
          raise Errors::Missing, :no_paper_copy
        unless docket.state == "out" && states.include?(row.state)
          raise Errors::Conflict.new(:paper_not_open, name: row.name)
        end

        [docket, row]
      end
    end
  end
end
