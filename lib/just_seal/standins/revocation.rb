# frozen_string_literal: true

require "openssl"

module JustSeal
  module Standins
    # Says whether certificates are revoked: by OCSP (RFC 6960, appendix A) and by list.
    class Revocation
      DAY_SECONDS = 86_400

      def initialize(authority, clock: -> { Time.now })
        @authority = authority
        @clock = clock
      end

      # Rack interface for the responder.
      def call(env)
        request = OpenSSL::OCSP::Request.new(env["rack.input"].read)
        [200, { "content-type" => "application/ocsp-response" }, [answer(request)]]
      rescue OpenSSL::OCSP::OCSPError
        [400, { "content-type" => "text/plain" }, ["That is no OCSP request (RFC 6960).\n"]]
      end

      # DER of the list that +issuer+ (:root or :issuing) signs.
      def list(issuer) = @authority.revocation_list(@clock.call, @authority.public_send(issuer)).to_der

      # DER of the answer to +request+.
      def answer(request)
        basic = OpenSSL::OCSP::BasicResponse.new
        basic.copy_nonce(request)
        request.certid.each { |id| add(basic, id) }
        basic.sign(
          @authority.status.certificate,
          @authority.status.key,
          [@authority.issuing.certificate],
          0,
          OpenSSL::Digest.new(@authority.terms.digest)
        )
        OpenSSL::OCSP::Response.create(OpenSSL::OCSP::RESPONSE_STATUS_SUCCESSFUL, basic).to_der
      end

      private

      def add(basic, id)
        at = @clock.call
        revoked = @authority.revoked_serials[id.serial.to_i]
        state = revoked ? OpenSSL::OCSP::V_CERTSTATUS_REVOKED : OpenSSL::OCSP::V_CERTSTATUS_GOOD
        basic.add_status(id, state, OpenSSL::OCSP::REVOKED_STATUS_UNSPECIFIED, revoked, at, at + DAY_SECONDS, [])
      end
    end
  end
end
