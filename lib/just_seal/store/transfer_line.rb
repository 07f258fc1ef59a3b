# frozen_string_literal: true

module JustSeal
  module Store
    # One record of a transfer: whether it goes, its package, and how the archive calls it.
    class TransferLine < Sequel::Model(:transfer_lines)
      many_to_one :transfer, class: "JustSeal::Store::Transfer"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :decider, class: "JustSeal::Store::Account", key: :decided_by

      dataset_module do
        where(:left, outcome: nil)
        exclude(:confirmed, identifier: nil)
      end
    end
  end
end
