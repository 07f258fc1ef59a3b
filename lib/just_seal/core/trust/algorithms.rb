# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # What keys are called.
      module Algorithms
        module_function

        # "RSA 3072", "EC prime256v1", for people.
        def name(key)
          case key
          when OpenSSL::PKey::RSA then "RSA #{key.n.num_bits}"
          when OpenSSL::PKey::EC then "EC #{key.group.curve_name}"
          else key.oid
          end
        end
      end
    end
  end
end
