# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # A code in a text message.
        class TextCode < ProofMethod
          id :text_code
          factors :has
          channel :telephone
          ease 3
          needs :telephone

          def code? = true
        end
      end
    end
  end
end
