# frozen_string_literal: true

module JustSeal
  module Queries
    # The docket in which a record is being signed. There is one at a time; as an enclosure a record may go along with
    # any number.
    module OpenDocket
      module_function

      # Its number, nil for none. +besides+: a docket that does not count.
      def of(record, besides: nil)
        Store::Docket.where(
          state: %w[draft out],
          id: Store::DocketDocument.own.to_sign.where(record_id: record.id).select(:docket_id)
        ).exclude(id: besides&.id || 0).get(:number)
      end
    end
  end
end
