# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # A code that an enrolled app shows (RFC 6238).
        class AppCode < ProofMethod
          id :app_code
          factors :has
          channel :app
          ease 4
          needs :authenticator
          ideal bound_level: 3

          def code? = true
        end
      end
    end
  end
end
