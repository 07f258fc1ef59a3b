# frozen_string_literal: true

module JustSeal
  module Web
    # Default parties of a class or a case file, in words. Whoever includes it includes Speech.
    module PartySourceWords
      # +party+: as Core::Filing::Parties keeps it; +items+: {name => item}; +people+: {"contact" or "account" => {id =>
      # name}}.
      def default_party(party, items, people)
        reference = party["ref"]
        case party["source"]
        when "particular" then t("party_sources.particular", label: items.dig(reference, "label") || reference)
        when "contact" then people["contact"][reference] || t("party_sources.no_contact")
        else people["account"][reference] || t("party_sources.no_account")
        end
      end
    end
  end
end
