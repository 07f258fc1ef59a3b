# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # A phrase that was agreed outside of the system.
        class Phrase < ProofMethod
          id :phrase
          factors :knows
          channel :by_hand
          ease 2
          needs :phrase
        end
      end
    end
  end
end
