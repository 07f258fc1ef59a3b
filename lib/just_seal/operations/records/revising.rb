# frozen_string_literal: true

module JustSeal
  module Operations
    # What taking, bringing back and freeing a record have in common.
    module Revising
      private

      # The record with +number+, locked until the transaction ends.
      def locked(number)
        Store::Record.where(number: number).for_update.first || raise(Errors::Missing.new(:no_record, number: number))
      end

      def holder(record) = Store::Account[record.reserved_by]&.name

      # A record that is out or sealed is not revised: what was sent must stay what was sent.
      def refuse_bound(record)
        bound = Store::Docket.where(
          id: Store::DocketDocument.where(record_id: record.id).select(:docket_id),
          state: %w[out sealed]
        ).first or return
        raise Errors::Conflict.new(:revision_of_docket, number: record.number, state: bound.state, docket: bound.number)
      end
    end
  end
end
