# frozen_string_literal: true

module JustSeal
  module Store
    # A list of records that are let go: looked at line by line, approved by two, carried out by a job.
    class Disposal < Sequel::Model(:disposals)
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :certificate_class, class: "JustSeal::Store::RecordClass"
      many_to_one :certificate_file, class: "JustSeal::Store::CaseFile"
      many_to_one :certificate_record, class: "JustSeal::Store::Record"
      one_to_many :lines, class: "JustSeal::Store::DisposalLine", order: :id
      one_to_many :approvals, class: "JustSeal::Store::DisposalApproval", order: :approved_at

      # The disposal with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_disposal, number: number))
      end
    end
  end
end
