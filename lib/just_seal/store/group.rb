# frozen_string_literal: true

module JustSeal
  module Store
    # People who are asked together: all of them, or any one.
    class Group < Sequel::Model(:groups)
      # Rows of contacts and accounts, in their order.
      def people
        members = Store.db[:group_members].where(group_id: id).order(:position).all
        contacts = Contact.where(id: members.map { |row| row[:contact_id] }).as_hash(:id)
        accounts = Account.where(id: members.map { |row| row[:account_id] }).as_hash(:id)
        members.map { |row| contacts[row[:contact_id]] || accounts[row[:account_id]] }
      end

      # The people as values of a party: {kind:, account_id:, name:, email:, organisation:, job_title:}.
      def seats = people.map(&:seat)
    end
  end
end
