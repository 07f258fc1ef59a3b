# frozen_string_literal: true

module JustSeal
  module Core
    module Drawing
      # The dial: a docket as a ring, one arc for each party, a gap between turns. Computes angles; pages and PDFs draw
      # them.
      module Dial
        # +from+, +to+: degrees clockwise from the top; +state+: of the party; +letter+.
        Arc = Value.of(:from, :to, :state, :letter)

        GAP_DEGREES = 9.0
        SMALL_GAP_DEGREES = 3.0

        module_function

        # +parties+: [[turn, state, letter], ...] in order. +spread+: larger gaps for small drawings.
        def arcs(parties, spread: 1.0)
          return [] if parties.empty?

          gaps = gaps(parties.map(&:first), spread)
          each = (360.0 - gaps.sum) / parties.size
          angle = gaps.last / 2
          parties.each_with_index.map do |(_, state, letter), index|
            Arc.new(from: angle, to: angle + each, state: state, letter: letter).tap { angle += each + gaps[index] }
          end
        end

        # The gap after each party; the last one leads back to the first.
        def gaps(turns, spread)
          turns.each_index.map do |index|
            (if turns[index] == turns[(index + 1) % turns.size] && index + 1 < turns.size
               SMALL_GAP_DEGREES
             else
               GAP_DEGREES
             end) * spread
          end
        end
      end
    end
  end
end
