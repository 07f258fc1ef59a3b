# frozen_string_literal: true

module JustSeal
  module Core
    module Circulations
      # The moves that a circulation can make, and where one person stands in it.
      module States
        MOVES = {
          "draft" => { start: "sending" },
          "sending" => { stop: "stopped", finish: "out", close: "closed" },
          "stopped" => { resume: "sending", close: "closed" },
          "out" => { resume: "sending", close: "closed" },
          "closed" => {}
        }.freeze

        # Nobody has been asked before it was started, and nobody is asked any more after it was closed.
        RUNNING = %w[sending stopped out].freeze

        # Where a person stands, as pages list it: "waiting" to be asked, "failed" to be asked, "invited" (not opened
        # yet), "opened", "done", or how it ended.
        STANDINGS = %w[waiting failed invited opened done refused lapsed withdrawn left].freeze
        # Who has not acted, and still can.
        OPEN = %w[invited opened].freeze

        module_function

        # The state after +move+; raises Refused :circulation_move.
        def move(state, move)
          MOVES.fetch(state).fetch(move) { raise Refused.new(:circulation_move, state: state, move: move) }
        end
      end
    end
  end
end
