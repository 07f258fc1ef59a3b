# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # An account of the staff.
        class Account < ProofMethod
          id :account
          factors :knows
          channel :account
          ease 0
          needs :entrance
          ideal factors: 1
        end
      end
    end
  end
end
