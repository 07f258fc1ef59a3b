# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # What becomes of fields when another file takes the place of the one that they are on: each is looked for by the
      # words that it stood beside.
      module Replacement
        # A difference that is none: programs round places differently. Points.
        STILL = 1.5

        # +fate+: :kept (where it was), :moved, :lost (its +words+ are missing; it stays where it was, to be looked at)
        # or :gone (with its page); +page+, +x+, +y+: where it stands from now on.
        Outcome = Value.of(:spot, :fate, :page, :x, :y, :words)

        module_function

        # +spots+: [FieldPlacement, ...] of one document; +before+, +after+: {number of a page => [Detection::Word,
        # ...]}, of all pages. Returns [Outcome, ...] in the order of +spots+.
        def call(spots, before:, after:)
          spots.map do |spot|
            anchor = Anchors.of(before.fetch(spot.page, []), spot)
            anchor ? by_words(spot, anchor, after) : by_page(spot, after)
          end
        end

        # Of what stands beside no words, nothing is known but its page.
        def by_page(spot, after) = outcome(spot, after.key?(spot.page) ? :kept : :gone)

        def by_words(spot, anchor, after)
          place = Anchors.find(after, anchor, spot.page)
          return outcome(spot, after.key?(spot.page) ? :lost : :gone, words: anchor["text"]) unless place

          page, x, y = place
          still = page == spot.page && [x - spot.x, y - spot.y].all? { |way| way.abs <= STILL }
          return outcome(spot, :kept) if still

          Outcome.new(spot: spot, fate: :moved, page: page, x: x.round(2), y: y.round(2), words: anchor["text"])
        end

        def outcome(spot, fate, words: nil)
          Outcome.new(spot: spot, fate: fate, page: spot.page, x: spot.x, y: spot.y, words: words)
        end
      end
    end
  end
end
