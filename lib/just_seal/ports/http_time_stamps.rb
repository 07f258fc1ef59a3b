# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # A time-stamp authority over HTTP (RFC 3161, 3.4). Each answer is checked against its question before it is used.
    class HttpTimeStamps
      NONCE_BITS = 62

      # +url+: with user and password where the authority wants them; +roots+: accepted root certificates; +policy+:
      # OID, nil for the authority's own.
      def initialize(url, roots:, policy: nil)
        @url = url
        @roots = roots
        @policy = policy
      end

      # DER of a token over +digest+ (SHA-256, binary). Raises Errors::Unavailable.
      def call(digest)
        question = Core::Trust::TimeStamp.request(digest, nonce: OpenSSL::BN.rand(NONCE_BITS).to_i, policy: @policy)
        Core::Trust::TimeStamp.token(
          Http.post(@url, question.to_der, "application/timestamp-query"),
          question: question
        )
      rescue Core::Refused => e
        raise Errors::Unavailable.new(:time_stamp_unusable, message: e.message)
      end
    end
  end
end
