# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps what a party has typed so far, so that it can leave and come back, and says what follows from it. Nothing
    # of it counts before the party acts, and so nothing is entered.
    class SaveTyped < Operation
      MAX_CHARACTERS = 5_000

      # +typed+: {slot => text}. Returns Core::Fields::FormEvaluation::Result, of its own fields.
      def call(visitor, typed:)
        transaction do
          docket, party = Room.enter_proved(visitor)
          filling = Queries::DocketFilling.new(
            docket,
            party,
            given: typed.transform_values do |text|
              text[0, MAX_CHARACTERS]
            end
          )
          party.fields.each { |field| keep(field, filling.typed, party, typed) }
          filling.own_result
        end
      end

      private

      def keep(field, texts, party, typed)
        slot = field.spot(party.letter).slot
        field.update(draft: texts[slot]) if typed.key?(slot) && field.draft != texts[slot]
      end
    end
  end
end
