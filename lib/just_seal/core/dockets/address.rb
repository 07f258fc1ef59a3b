# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # Electronic mail addresses as people type them (RFC 5321, 4.1.2 and its size limits).
      module Address
        LOCAL = /[A-Za-z0-9!#$%&'*+\/=?^_`{|}~-]+(\.[A-Za-z0-9!#$%&'*+\/=?^_`{|}~-]+)*/
        LABEL = /[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?/
        SYNTAX = /\A#{LOCAL}@(#{LABEL}\.)+[A-Za-z][A-Za-z0-9-]{0,61}[A-Za-z0-9]\z/
        MOST_CHARACTERS = 254
        MOST_LOCAL_CHARACTERS = 64

        module_function

        def valid?(address)
          address.length <= MOST_CHARACTERS && address.index("@").to_i <= MOST_LOCAL_CHARACTERS && address.match?(SYNTAX)
        end

        # The form under which two spellings of one mailbox are compared.
        def normal(address) = address.strip.downcase
      end
    end
  end
end
