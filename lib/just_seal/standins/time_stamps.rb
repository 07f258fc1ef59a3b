# frozen_string_literal: true

require "openssl"

module JustSeal
  module Standins
    # A time-stamp authority over HTTP (RFC 3161, 3.4).
    class TimeStamps
      POLICY = "1.3.6.1.4.1.59999.1.1"
      TYPE = "application/timestamp-reply"

      # +clock+: callable that gives a Time.
      def initialize(authority, clock: -> { Time.now })
        @authority = authority
        @clock = clock
      end

      # Rack interface.
      def call(env)
        request = OpenSSL::Timestamp::Request.new(env["rack.input"].read)
        [200, { "content-type" => TYPE }, [answer(request)]]
      rescue OpenSSL::Timestamp::TimestampError
        [400, { "content-type" => "text/plain" }, ["That is no time-stamp request (RFC 3161).\n"]]
      end

      # DER of the answer to +request+.
      def answer(request)
        factory = OpenSSL::Timestamp::Factory.new
        factory.gen_time = @clock.call
        factory.serial_number = OpenSSL::BN.rand(64).to_i
        factory.default_policy_id = POLICY
        factory.allowed_digests = %w[sha256 sha384 sha512 sha3-256 sha3-384 sha3-512]
        factory.additional_certs = [@authority.issuing.certificate]
        response = factory.create_timestamp(@authority.stamps.key, @authority.stamps.certificate, request)
        digest = @authority.terms.digest
        # The library signs by SHA-256, whatever it is asked.
        digest == "SHA256" ? response.to_der : StampToken.new(@authority, digest).answer(response)
      end
    end
  end
end
