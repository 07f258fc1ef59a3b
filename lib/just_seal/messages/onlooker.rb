# frozen_string_literal: true

module JustSeal
  module Messages
    # Somebody who is told how a docket ended or gets its copies, and nothing more. +telephone+: of who has no mail
    # address.
    Onlooker = Struct.new(:name, :email, :telephone, keyword_init: true) do
      # +party+: Store::Party or Store::PartyMember, as somebody who acts no more.
      def self.once_a(party)
        telephone = party.channels == ["text"] ? party.telephone : nil
        new(name: party.name, email: party.email, telephone: telephone)
      end

      def staff? = false
      def act = "sign"
      def note = ""
      def channels = Core::Dockets::Channels.of(email: email, telephone: telephone)
      def place(channel) = channel == "text" ? telephone : email
      def key = Core::Dockets::Channels.key(email, telephone)
    end
  end
end
