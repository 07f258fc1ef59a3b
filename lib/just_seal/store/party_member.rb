# frozen_string_literal: true

module JustSeal
  module Store
    # One of those to whom a party of kind group was offered. Mails are written to it as to a party.
    class PartyMember < Sequel::Model(:party_members)
      include WrittenByMail

      many_to_one :party, class: "JustSeal::Store::Party"

      def staff? = kind == "staff"
      def act = party.act
      def note = party.note
    end
  end
end
