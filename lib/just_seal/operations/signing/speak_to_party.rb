# frozen_string_literal: true

module JustSeal
  module Operations
    # A party says in which language it is spoken to, on pages and in mails.
    class SpeakToParty < Operation
      # +visitor+: Core::Actor of the party in its visit; +language+: code. Raises Errors::Invalid keyed "language", and
      # as Room.enter.
      def call(visitor, language:)
        raise Errors::Invalid, { "language" => :choose_language } unless Words::Languages.known?(language)

        transaction do
          docket, party, = Room.enter(visitor)
          before = party.language
          next if before == language

          party.update(language: language)
          facts = { "party" => party.letter, "before" => before, "after" => language }.compact
          record_event(docket, "party.spoken_to", visitor, facts)
        end
      end
    end
  end
end
