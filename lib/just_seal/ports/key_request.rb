# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # A request for a certificate (PKCS#10, RFC 2986), signed by whatever can sign: a key in memory, or one that never
    # leaves its token.
    module KeyRequest
      module_function

      # PEM. +subject+: OpenSSL::X509::Name; +public_key+: OpenSSL::PKey; +signing+: answers sign_raw("SHA256", digest).
      def pem(subject, public_key, signing)
        info = OpenSSL::ASN1::Sequence(
          [
            OpenSSL::ASN1::Integer(0),
            OpenSSL::ASN1.decode(subject.to_der),
            OpenSSL::ASN1.decode(public_key.public_to_der),
            OpenSSL::ASN1::ASN1Data.new([], 0, :CONTEXT_SPECIFIC)
          ]
        )
        signature = signing.sign_raw("SHA256", OpenSSL::Digest::SHA256.digest(info.to_der))
        algorithm = if public_key.is_a?(OpenSSL::PKey::EC)
          [OpenSSL::ASN1::ObjectId("ecdsa-with-SHA256")]
        else
          [
            OpenSSL::ASN1::ObjectId("RSA-SHA256"), OpenSSL::ASN1::Null(nil)
          ]
        end
        request = OpenSSL::X509::Request.new(
          OpenSSL::ASN1::Sequence(
            [info, OpenSSL::ASN1::Sequence(algorithm), OpenSSL::ASN1::BitString(signature)]
          ).to_der
        )
        request.to_pem
      end

      # Who the key stands for. +name+: "seal" or "witness".
      def subject(office, name) = OpenSSL::X509::Name.new([["O", office], ["CN", "#{office}, #{name}"]])
    end
  end
end
