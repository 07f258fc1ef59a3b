# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # Asks the time-stamp authority for a stamp over random bytes, to see whether it can be relied on.
    class TrialStamp < Operation
      # [token, result of Core::Trust::TimeStamp.verify]. Raises Errors::Unavailable.
      def call
        data = OpenSSL::Random.random_bytes(32)
        token = Core::Trust::TimeStamp.over(office.time_stamps, data)
        [token, Core::Trust::TimeStamp.verify(token, data: data, roots: office.roots)]
      end
    end
  end
end
