# frozen_string_literal: true

module JustSeal
  module Store
    # What keeps records from being changed, handed over and destroyed until two persons have lifted it.
    class Hold < Sequel::Model(:holds)
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by
      many_to_one :asker, class: "JustSeal::Store::Account", key: :lift_asked_by
      many_to_one :lifter, class: "JustSeal::Store::Account", key: :lifted_by
      one_to_many :terms, class: "JustSeal::Store::HoldTerm", order: :id
      dataset_module { where(:live, lifted_at: nil) }

      # The hold with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_hold, number: number))
      end

      def live? = lifted_at.nil?
    end
  end
end
