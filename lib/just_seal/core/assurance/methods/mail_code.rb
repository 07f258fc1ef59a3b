# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # A code in an e-mail.
        class MailCode < ProofMethod
          id :mail_code
          factors :has
          channel :mailbox
          ease 1
          needs :mailbox

          def code? = true
        end
      end
    end
  end
end
