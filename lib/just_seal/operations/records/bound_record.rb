# frozen_string_literal: true

module JustSeal
  module Operations
    # A record that is out or sealed is not revised: what was sent must stay what was sent.
    module BoundRecord
      # Raises Errors::Conflict.
      def self.refuse(record)
        bound = Store::Docket.where(
          id: Store::DocketDocument.where(record_id: record.id).select(:docket_id),
          state: %w[out sealed]
        ).first or return
        raise Errors::Conflict.new(:revision_of_docket, number: record.number, state: bound.state, docket: bound.number)
      end
    end
  end
end
