# frozen_string_literal: true

module JustSeal
  module Store
    # A document under management.
    class Record < Sequel::Model(:records)
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :case_file, class: "JustSeal::Store::CaseFile"
      many_to_one :holder, class: "JustSeal::Store::Account", key: :reserved_by
      one_to_many :versions, class: "JustSeal::Store::Version", order: Sequel.desc(:number)
    end
  end
end
