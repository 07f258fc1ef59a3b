# frozen_string_literal: true

module JustSeal
  module Store
    # A list of records that are handed over to an archive: packed by a job, confirmed by the archive's receipt.
    class Transfer < Sequel::Model(:transfers)
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      one_to_many :lines, class: "JustSeal::Store::TransferLine", order: :id

      # The transfer with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_transfer, number: number))
      end
    end
  end
end
