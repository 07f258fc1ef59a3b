# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # CMS SignedData (RFC 5652) as the standards want it to the letter: in distinguished encoding, which sorts what a
      # set holds (ITU-T X.690, 11.6), without parameters for ECDSA (RFC 5754, 3.3), with times from 2050 on as those
      # are written (RFC 5652, 11.3), and with the certificate named by the digest of the signature (RFC 5035, 3).
      class SignedData < HexaPDF::DigitalSignature::Signing::SignedDataCreator
        private

        def set(*contents, **tagging)
          super(*(contents.one? ? contents : contents.compact.sort_by(&:to_der)), **tagging)
        end

        def create_signed_attrs(data, signing_time: true)
          super(data, ess_cert_hash: digest_algorithm, signing_time: signing_time)
        end

        def utc_time(time) = time.year < 2050 ? super : OpenSSL::ASN1::GeneralizedTime.new(time)

        def create_signer_info(*)
          super.tap do |info|
            scheme = info.value.find { |part| scheme?(part) }
            scheme.value.pop if scheme.value.first.value.start_with?("1.2.840.10045.", "ecdsa")
          end
        end

        # The second of the two algorithms of a signer: that of the signature.
        def scheme?(part)
          part.is_a?(OpenSSL::ASN1::Sequence) && part.value.first.is_a?(OpenSSL::ASN1::ObjectId) &&
            part.value.first.value != OIDS[digest_algorithm]
        end
      end
    end
  end
end
