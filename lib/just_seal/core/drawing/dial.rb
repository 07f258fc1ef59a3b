# frozen_string_literal: true

module JustSeal
  module Core
    module Drawing
      # The dial: a docket as a ring, one arc for each party, a gap between turns. Computes angles; pages and PDFs draw
      # them.
      module Dial
        # +from+, +to+: degrees clockwise from the top; +state+: of the party; +letter+, nil for an arc of several.
        Arc = Value.of(:from, :to, :state, :letter)

        GAP_DEGREES = 9.0
        SMALL_GAP_DEGREES = 3.0
        # Gaps take no more of the ring than this.
        GAPS_DEGREES = 120.0
        # From what is done to what is not begun, where parties of a turn are drawn as one arc for each state.
        STATES = %w[done passed_on proved opened invited waiting refused].freeze

        module_function

        # +parties+: [[turn, state, letter], ...] in order. +spread+: larger gaps for small drawings. +most+: of more
        # parties than that, those of one turn and state are one arc, as long as they are many.
        def arcs(parties, spread: 1.0, most: nil)
          return [] if parties.empty?

          parts = most && parties.size > most ? gathered(parties) : parties.map { |party| [*party, 1] }
          gaps = gaps(parts.map(&:first), spread)
          each = (360.0 - gaps.sum) / parties.size
          angle = gaps.last / 2
          parts.each_with_index.map do |(_, state, letter, count), index|
            Arc.new(from: angle, to: angle + (each * count), state: state, letter: letter).tap do |arc|
              angle = arc.to + gaps[index]
            end
          end
        end

        # [[turn, state, nil, how many], ...]
        def gathered(parties)
          counts = parties.group_by { |turn, state, _| [turn, state] }.transform_values(&:size)
          counts.map { |(turn, state), count| [turn, state, nil, count] }
            .sort_by { |turn, state, *| [turn, STATES.index(state) || STATES.size] }
        end

        # The gap after each party; the last one leads back to the first.
        def gaps(turns, spread)
          wished = turns.each_index.map do |index|
            same = turns[index] == turns[(index + 1) % turns.size] && index + 1 < turns.size
            (same ? SMALL_GAP_DEGREES : GAP_DEGREES) * spread
          end
          shrink = [1.0, GAPS_DEGREES / wished.sum].min
          wished.map { |gap| gap * shrink }
        end
      end
    end
  end
end
