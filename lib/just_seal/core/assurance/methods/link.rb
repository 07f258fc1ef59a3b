# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # The personal link in an e-mail.
        class Link < ProofMethod
          id :link
          factors :has
          channel :mailbox
          ease 0
          needs :entrance
        end
      end
    end
  end
end
