# frozen_string_literal: true

module JustSeal
  module Operations
    # Those who are told how a docket ended although they are no parties of it.
    module TellingOthers
      private

      # +of+: one of Core::Dockets::Options::TOLD_OF; +kind+: of the mail.
      def tell_others(docket, of, kind)
        asked = docket.parties.map { |party| Core::Dockets::Address.normal(party.email) }
        docket.told.to_a.select do |person|
          person["of"].include?(of) && !asked.include?(Core::Dockets::Address.normal(person["email"]))
        end
          .each do |person|
          Messages.post(docket, kind, to: Messages::Onlooker.new(name: person["name"], email: person["email"]), at: now)
        end
      end
    end
  end
end
