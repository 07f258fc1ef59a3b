# frozen_string_literal: true

module JustSeal
  module Queries
    # Which disposal or transfer has a record, so that no other one lists it and nobody decides about it elsewhere.
    module OpenLists
      OPEN = %w[review approval running].freeze

      module_function

      # Lines of disposals that are open.
      def of_disposals
        Store::DisposalLine.where(disposal_id: Store::Disposal.where(state: OPEN).select(:id))
      end

      # record_id of what some list has.
      def open = of_disposals.select(:record_id).union(Transfers.open_lines.select(:record_id), from_self: true)

      # {record id => Store::Disposal or Store::Transfer} of those among +ids+ that a list has; in a fixed number of
      # queries.
      def among(ids)
        transfers = Transfers.open_lines.where(record_id: ids).eager(:transfer).all
        disposals = of_disposals.where(record_id: ids).eager(:disposal).all
        found = transfers.to_h { |line| [line.record_id, line.transfer] }
        disposals.each { |line| found[line.record_id] = line.disposal }
        found
      end
    end
  end
end
