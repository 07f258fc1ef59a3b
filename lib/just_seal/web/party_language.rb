# frozen_string_literal: true

module JustSeal
  module Web
    # Speaks with a party in the language that it or its sender has chosen, or that its contact has, or else its
    # browser's. Whoever includes it is a controller.
    module PartyLanguage
      private

      # +asked+: what it has asked for just now, nil for nothing.
      def speak_to(party, asked: nil)
        known = [asked, *Store::Languages.of(party), *env[Language::WANTED]]
        I18n.locale = Words::Languages.spoken(*known, office.language)
      end
    end
  end
end
