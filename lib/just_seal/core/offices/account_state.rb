# frozen_string_literal: true

module JustSeal
  module Core
    module Offices
      # How far the account of a member of staff is, by the numbers that Rodauth keeps.
      module AccountState
        # Has not chosen a password yet, can sign in, has left.
        NUMBERS = { "invited" => 1, "open" => 2, "ended" => 3 }.freeze
        INVITED, OPEN, ENDED = NUMBERS.values

        def self.of(number) = NUMBERS.key(number)
      end
    end
  end
end
