# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells those how a docket ended who want to know although they are no parties of it.
    class OnlookerMails < Operation
      # +of+: one of Core::Dockets::Options::TOLD_OF; +kind+: of the mail.
      def call(docket, of, kind)
        asked = docket.parties.map { |party| Core::Dockets::Address.normal(party.email) }
        wanting = docket.told.to_a.select { |person| person["of"].include?(of) }
        wanting.reject { |person| asked.include?(Core::Dockets::Address.normal(person["email"])) }.each do |person|
          to = Messages::Onlooker.new(name: person["name"], email: person["email"])
          Messages.post(docket, kind, to: to, at: now)
        end
      end
    end
  end
end
