# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # The personal link in a text message. It goes over the telephone: with a code to the same telephone it adds up
        # to nothing, with one to the mailbox to two channels.
        class TextLink < ProofMethod
          id :text_link
          factors :has
          channel :telephone
          ease 0
          needs :entrance
        end
      end
    end
  end
end
