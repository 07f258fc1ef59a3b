# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # A time-stamp authority over HTTP (RFC 3161, 3.4). Each answer is checked against its question before it is used.
    class HttpTimeStamps
      NONCE_BITS = 62

      # +url+: with user and password where the authority wants them; +roots+: accepted root certificates; +policy+:
      # OID, nil for the authority's own; +imprint+: callable that gives the name of a digest.
      def initialize(url, roots:, policy: nil, imprint: -> { Core::Trust::TimeStamp::ALGORITHM })
        @url = url
        @imprint = imprint
        @roots = roots
        @policy = policy
      end

      # By which digest it wants what is stamped: "SHA256".
      def imprint = @imprint.call

      # DER of a token over +digest+ (by imprint, binary). Raises Errors::Unavailable.
      def call(digest)
        nonce = OpenSSL::BN.rand(NONCE_BITS).to_i
        question = Core::Trust::TimeStamp.request(digest, nonce: nonce, policy: @policy, algorithm: imprint)
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
