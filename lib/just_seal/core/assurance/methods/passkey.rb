# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # An enrolled key that asks for finger, face or PIN (W3C Web Authentication).
        class Passkey < ProofMethod
          id :passkey
          factors :has, :is, :knows
          channel :key
          ease 4
          needs :authenticator
          ideal bound_level: 3
        end
      end
    end
  end
end
