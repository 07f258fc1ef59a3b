# frozen_string_literal: true

module JustSeal
  module Operations
    # A record that is out or sealed is not revised: what was sent must stay what was sent.
    module BoundRecord
      module_function

      # Raises Errors::Conflict, also for what is held.
      def refuse(record)
        HoldGate.pass(record)
        bound = docket(record) or return
        raise Errors::Conflict.new(:revision_of_docket, number: record.number, state: bound.state, docket: bound.number)
      end

      # May it be given another version?
      def free?(record) = !bound?(record) && HoldGate.holds([record]).empty?

      def bound?(record) = !docket(record).nil?

      # The docket that binds it, nil for none.
      def docket(record)
        ids = Store::DocketDocument.own.where(record_id: record.id).select(:docket_id)
        Store::Docket.where(id: ids, state: %w[out sealed]).first
      end
    end
  end
end
