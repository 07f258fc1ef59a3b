# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # Whose turn it is. Parties of one turn act in any order; the next turn starts when all are done. Whoever only
      # receives a copy has no turn: it comes at the end.
      module Turns
        # What the rules need to know of a party. +id+: any; +turn+: Integer from 1; +state+: as in States::PARTY;
        # +act+: "sign", "approve", "acknowledge" or "receive".
        Seat = Value.of(:id, :turn, :state, :act)

        module_function

        # The turn that is open, nil when everybody is done.
        def current(seats) = seats.reject { |seat| over?(seat) }.map(&:turn).min

        # The parties to invite now: those of the current turn that still wait.
        def to_invite(seats)
          turn = current(seats)
          seats.select { |seat| seat.turn == turn && seat.state == "waiting" && seat.act != "receive" }
        end

        # May this party act now?
        def may_act?(seat, seats) = States::MAY_ACT.include?(seat.state) && seat.turn == current(seats)

        def complete?(seats) = seats.any? { |seat| seat.act != "receive" } && current(seats).nil?
        def over?(seat) = seat.act == "receive" || %w[done passed_on].include?(seat.state)

        # The same order of +turns+ (Integers) without gaps, from 1.
        def dense(turns)
          known = turns.uniq.sort
          turns.map { |turn| known.index(turn) + 1 }
        end
      end
    end
  end
end
