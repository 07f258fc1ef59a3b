# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # The moves that a docket and a party can make. What is not in a table can't happen.
      module States
        DOCKET = {
          "draft" => { send: "out", withdraw: "withdrawn" },
          "out" => {
            seal: "sealed",
            gather: "gathered",
            refuse: "refused",
            withdraw: "withdrawn",
            lapse: "lapsed"
          },
          "sealed" => {},
          "gathered" => {},
          "refused" => {},
          "withdrawn" => {},
          "lapsed" => {}
        }.freeze

        PARTY = {
          "waiting" => { invite: "invited", receive: "done" },
          "invited" => { open: "opened", refuse: "refused", replace: "invited", sign_on_paper: "done" },
          "opened" => { prove: "proved", refuse: "refused", replace: "invited", sign_on_paper: "done" },
          "proved" => { act: "done", refuse: "refused", replace: "invited", sign_on_paper: "done" },
          "done" => {},
          "refused" => {},
          "passed_on" => {}
        }.freeze

        ENDED = %w[sealed gathered refused withdrawn lapsed].freeze
        MAY_ACT = %w[invited opened proved].freeze
        # Another can still take the place of a party in one of these.
        REPLACEABLE = ["waiting", *MAY_ACT].freeze

        module_function

        # The docket's state after +move+; raises Refused :docket_move.
        def docket(state, move) = go(DOCKET, state, move, :docket_move)

        # The party's state after +move+; raises Refused :party_move.
        def party(state, move) = go(PARTY, state, move, :party_move)

        def go(table, state, move, reason)
          table.fetch(state).fetch(move) { raise Refused.new(reason, state: state, move: move) }
        end
      end
    end
  end
end
