# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # Whose turn it is. Parties of one turn act in any order; the next turn starts when all are done.
      module Turns
        # What the rules need to know of a party. +id+: any; +turn+: Integer from 1; +state+: as in States::PARTY.
        Seat = Value.of(:id, :turn, :state)

        module_function

        # The turn that is open, nil when everybody is done.
        def current(seats) = seats.reject { |seat| over?(seat) }.map(&:turn).min

        # The parties to invite now: those of the current turn that still wait.
        def to_invite(seats)
          turn = current(seats)
          seats.select { |seat| seat.turn == turn && seat.state == "waiting" }
        end

        # May this party act now?
        def may_act?(seat, seats) = States::MAY_ACT.include?(seat.state) && seat.turn == current(seats)

        def complete?(seats) = !seats.empty? && current(seats).nil?
        def over?(seat) = %w[done passed_on].include?(seat.state)
      end
    end
  end
end
