# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A party's letter on its hatch.
      class PartyLetter < Component
        HATCHES = 3

        attr_reader :letter, :size

        def initialize(context, letter, size: 26, content: nil)
          super(context, content: content)
          @letter = letter
          @size = size
        end

        def hatch = (Core::Dockets::Letters::ALL.index(letter) || 0) % HATCHES
        def letter_size = letter.length > 1 ? 10 : 13
      end
    end
  end
end
