# frozen_string_literal: true

module JustSeal
  module Store
    # A person or an organisation outside.
    class Contact < Sequel::Model(:contacts)
      dataset_module { where(:live, merged_into: nil) }

      # As Core::Contacts::Card wants it.
      def card = values.transform_keys(&:to_s).slice(*Core::Contacts::Card::KEYS)

      # The values of a party that is this person.
      def seat
        {
          kind: "outside",
          account_id: nil,
          name: name,
          email: email,
          organisation: organisation,
          job_title: role,
          telephone: telephone
        }
      end

      # The contact that +party+ is: with the same mail address, or the same name and telephone number; nil without one.
      def self.of(party) = party.email.empty? ? live.first(party.values.slice(:name, :telephone)) : at(party.email)

      # The contact with mail address +email+, however it is spelt; nil without one.
      def self.at(email) = email.empty? ? nil : live.where(Sequel.function(:lower, :email) => email.downcase).first
    end
  end
end
