# frozen_string_literal: true

require "openssl"

module JustSeal
  module Standins
    # A time-stamp token (RFC 3161, 2.4.2; RFC 5652, 5) that is signed by any digest.
    class StampToken
      TST_INFO = "id-smime-ct-TSTInfo"
      SIGNING_CERTIFICATE_V2 = "1.2.840.113549.1.9.16.2.47"
      ECDSA = { "SHA384" => "1.2.840.10045.4.3.3", "SHA512" => "1.2.840.10045.4.3.4" }.freeze
      RSA = { "SHA384" => "1.2.840.113549.1.1.12", "SHA512" => "1.2.840.113549.1.1.13" }.freeze

      # +digest+: a key of ECDSA.
      def initialize(authority, digest)
        @authority = authority
        @digest = digest
      end

      # DER of the answer with what +response+ (OpenSSL::Timestamp::Response) states, signed anew.
      def answer(response)
        status = sequence(OpenSSL::ASN1::Integer(0))
        sequence(status, token(response.token_info.to_der)).to_der
      end

      private

      def certificate = @authority.stamps.certificate
      def key = @authority.stamps.key

      def token(info)
        attributes = attributes(info)
        signed = sequence(
          OpenSSL::ASN1::Integer(3),
          set(algorithm),
          sequence(oid(TST_INFO), tagged(0, octets(info))),
          OpenSSL::ASN1::ASN1Data.new(certificates, 0, :CONTEXT_SPECIFIC),
          set(signer(attributes))
        )
        sequence(oid("pkcs7-signedData"), tagged(0, signed))
      end

      def certificates = [certificate, @authority.issuing.certificate].map { |one| OpenSSL::ASN1.decode(one.to_der) }

      # In the order of DER (X.690, 11.6), as they are signed.
      def attributes(info)
        all = [
          attribute("contentType", oid(TST_INFO)),
          attribute("messageDigest", octets(OpenSSL::Digest.digest(@digest, info))),
          attribute(SIGNING_CERTIFICATE_V2, sequence(sequence(named)))
        ]
        all.sort_by(&:to_der)
      end

      # RFC 5035, 3.
      def named = sequence(algorithm, octets(OpenSSL::Digest.digest(@digest, certificate.to_der)))

      def signer(attributes)
        issuer = OpenSSL::ASN1.decode(certificate.issuer.to_der)
        sequence(
          OpenSSL::ASN1::Integer(1),
          sequence(issuer, OpenSSL::ASN1::Integer(certificate.serial)),
          algorithm,
          OpenSSL::ASN1::ASN1Data.new(attributes, 0, :CONTEXT_SPECIFIC),
          scheme,
          octets(key.sign(@digest, set(*attributes).to_der))
        )
      end

      def algorithm = sequence(oid(@digest))

      def scheme
        return sequence(oid(ECDSA[@digest])) if key.is_a?(OpenSSL::PKey::EC)

        sequence(oid(RSA[@digest]), OpenSSL::ASN1::Null(nil))
      end

      def attribute(name, value) = sequence(oid(name), set(value))
      def oid(name) = OpenSSL::ASN1::ObjectId(name)
      def octets(bytes) = OpenSSL::ASN1::OctetString(bytes)
      def sequence(*parts) = OpenSSL::ASN1::Sequence(parts)
      def set(*parts) = OpenSSL::ASN1::Set(parts)
      def tagged(tag, part) = OpenSSL::ASN1::ASN1Data.new([part], tag, :CONTEXT_SPECIFIC)
    end
  end
end
