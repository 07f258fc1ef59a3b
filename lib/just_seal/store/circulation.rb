# frozen_string_literal: true

module JustSeal
  module Store
    # One document to many people.
    class Circulation < Sequel::Model(:circulations)
      many_to_one :owner, class: "JustSeal::Store::Account"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :version, class: "JustSeal::Store::Version"
      many_to_one :template, class: "JustSeal::Store::DocketTemplate"
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :case_file, class: "JustSeal::Store::CaseFile"
      many_to_one :sheet_record, class: "JustSeal::Store::Record"
      one_to_many :recipients, class: "JustSeal::Store::CirculationRecipient", order: :id

      # One document for all, which stays as it is?
      def for_all? = mode == "one"
      # Where the records go that are made of it.
      def values_of_records = { record_class: record_class, case_file: case_file }
      def draft? = state == "draft"
      def closed? = state == "closed"

      # Ids of those with whom its owner shares it.
      def shared_with = db[:circulation_shares].where(circulation_id: id).select_map(:account_id)

      def shared_emails = Account.where(id: shared_with).order(:name).select_map(:email).map(&:to_s)

      # The circulation with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_circulation, number: number))
      end
    end
  end
end
