# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # Reads one signer's CMS SignedData (RFC 5652) and says whether its signature holds.
      class Cms
        CONTENT_TYPE = "1.2.840.113549.1.9.3"
        SIGNING_CERTIFICATE_V2 = "1.2.840.113549.1.9.16.2.47" # RFC 5035
        SIGNING_CERTIFICATE = "1.2.840.113549.1.9.16.2.12"    # RFC 2634, as older time-stamp authorities use it
        TIME_STAMP_TOKEN = "1.2.840.113549.1.9.16.2.14"       # RFC 3161, appendix A
        DIGESTS = {
          "2.16.840.1.101.3.4.2.1" => "SHA256",
          "2.16.840.1.101.3.4.2.2" => "SHA384",
          "2.16.840.1.101.3.4.2.3" => "SHA512"
        }.freeze
        ACCEPTED = %w[SHA256 SHA384 SHA512].freeze

        attr_reader :certificates, :signature_value, :digest_algorithm

        # +der+: binary string, zero padding at its end allowed. Raises Refused :cms_unreadable.
        def self.read(der)
          new(der)
        rescue OpenSSL::OpenSSLError, NoMethodError, TypeError, ArgumentError => e
          raise Refused.new(:cms_unreadable, cause: e.class.name)
        end

        def initialize(der)
          @der = unpadded(der)
          @pkcs7 = OpenSSL::PKCS7.new(@der)
          @certificates = @pkcs7.certificates.to_a
          read_signer(signer_infos.fetch(0))
        end

        # The certificate that the signer names, nil when it is not enclosed.
        def signer_certificate
          @signer_certificate ||= @pkcs7.signers.first&.then do |signer|
            certificates.find do |candidate|
              candidate.serial == signer.serial && candidate.issuer == signer.issuer
            end
          end
        end

        def one_signer? = signer_infos.size == 1

        # Does the signature hold over +data+ (detached), or over the enclosed content when +data+ is nil?
        # Trust in the certificate is a question for Chain.
        def holds?(data = nil)
          return false unless signer_certificate && strong_digest? && signed_content_type?

          flags = OpenSSL::PKCS7::BINARY | OpenSSL::PKCS7::NOVERIFY
          flags |= OpenSSL::PKCS7::DETACHED if data
          @pkcs7.verify(certificates, OpenSSL::X509::Store.new, data, flags)
        end

        # RFC 5652, 11.1: the signed attribute repeats the type of the content.
        def signed_content_type? = @signed[CONTENT_TYPE]&.oid == content_type

        # Object identifier of what is signed.
        def content_type = content_info.value.first.oid

        def strong_digest? = ACCEPTED.include?(digest_algorithm)

        # RFC 5035, 3: the signed attributes name the signer's certificate by its hash. False when the attribute is
        # missing.
        def names_its_certificate?
          essence, usual = @signed[SIGNING_CERTIFICATE_V2]&.then do |found|
            [found, "SHA256"]
          end || [@signed[SIGNING_CERTIFICATE], "SHA1"]
          return false unless essence && signer_certificate

          id = essence.value.first.value.first.value
          algorithm, hash = if id.first.is_a?(OpenSSL::ASN1::OctetString)
            [
              usual,
              id.first
            ]
          else
            [digest_name(id.first), id[1]]
          end
          OpenSSL::Digest.digest(algorithm, signer_certificate.to_der) == hash.value
        end

        # DER of the time-stamp token over the signature's value, nil without one.
        def time_stamp_token = @unsigned[TIME_STAMP_TOKEN]&.to_der

        # The enclosed content, a binary string, as for a time-stamp token.
        def content = content_info.value[1].value.first.value

        private

        # The object alone: the place that is reserved for it is filled up with zeros, and with nothing else.
        def unpadded(der)
          length = length_of(der)
          raise Refused.new(:cms_unreadable, cause: "padding") unless der.byteslice(length..).match?(/\A\0*\z/n)

          der.byteslice(0, length)
        end

        # X.690, 8.1.3, definite form.
        def length_of(der)
          first = der.getbyte(1)
          return 2 + first if first < 0x80

          octets = first & 0x7F
          2 + octets + der.byteslice(2, octets).unpack("C*").inject(0) { |sum, octet| (sum << 8) | octet }
        end

        def signed_data = @signed_data ||= OpenSSL::ASN1.decode(@der).value[1].value[0]
        def content_info = signed_data.value.find { |part| part.is_a?(OpenSSL::ASN1::Sequence) }
        def signer_infos = signed_data.value.last.value

        def read_signer(info)
          parts = info.value
          @digest_algorithm = digest_name(parts[2])
          @signed = attributes(parts.find { |part| context?(part, 0) })
          @unsigned = attributes(parts.find { |part| context?(part, 1) })
          @signature_value = parts.find { |part| part.is_a?(OpenSSL::ASN1::OctetString) }.value
        end

        def context?(part, tag) = part.tag_class == :CONTEXT_SPECIFIC && part.tag == tag

        def attributes(set)
          set ? set.value.to_h { |attribute| [attribute.value[0].oid, attribute.value[1].value[0]] } : {}
        end

        def digest_name(algorithm) = DIGESTS.fetch(algorithm.value[0].oid, algorithm.value[0].oid)
      end
    end
  end
end
