# frozen_string_literal: true

module JustSeal
  module Store
    # In which language somebody has said that they are to be spoken to.
    module Languages
      module_function

      # Codes, the most telling first, of +person+: a Party, PartyMember, Account or whatever has an e-mail address.
      # What was chosen for a party comes before what is known of the person.
      def of(person)
        chosen = person.language if person.respond_to?(:language)
        return [chosen] if person.is_a?(Account)

        [chosen, of_account(person), Contact.at(person.email.to_s)&.language].compact
      end

      def of_account(person)
        person.respond_to?(:account_id) && person.account_id && Account[person.account_id]&.language
      end
    end
  end
end
