# frozen_string_literal: true

module JustSeal
  module Store
    # One sending for signature.
    class Docket < Sequel::Model(:dockets)
      many_to_one :owner, class: "JustSeal::Store::Account"
      one_to_many :parties, class: "JustSeal::Store::Party", order: :letter
      one_to_many :documents, class: "JustSeal::Store::DocketDocument", order: :position

      # The docket with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing, "There is no docket #{number}.")
      end
    end
  end
end
