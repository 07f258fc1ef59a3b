# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # A card with a PIN that signs what it is asked.
        class Card < ProofMethod
          id :card
          factors :has, :knows
          channel :card
          ease 8
          needs :reader
          ideal faults: []

          def unfit(proof, _now) = proof["faults"] == [] ? nil : :card_not_valid
        end
      end
    end
  end
end
