# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # Reads one signer's CMS SignedData (RFC 5652), of any maker, and says whether its signature holds.
      class Cms
        SIGNED_DATA = "1.2.840.113549.1.7.2"
        CONTENT_TYPE = "1.2.840.113549.1.9.3"
        MESSAGE_DIGEST = "1.2.840.113549.1.9.4"
        SIGNING_CERTIFICATE_V2 = "1.2.840.113549.1.9.16.2.47" # RFC 5035
        SIGNING_CERTIFICATE = "1.2.840.113549.1.9.16.2.12"    # RFC 2634, as older time-stamp authorities use it
        TIME_STAMP_TOKEN = "1.2.840.113549.1.9.16.2.14"       # RFC 3161, appendix A

        attr_reader :certificates, :signature_value, :digest_algorithm

        # +der+: binary string in DER or BER, zero padding at its end allowed; +known+: {DER =>
        # OpenSSL::X509::Certificate} of what was read before, to which these are added. Raises Refused
        # :cms_unreadable.
        def self.read(der, known: {})
          new(der, known)
        rescue OpenSSL::OpenSSLError, NoMethodError, TypeError, ArgumentError, IndexError => e
          raise Refused.new(:cms_unreadable, cause: e.class.name)
        end

        def initialize(der, known = {})
          @der = Ber.alone(der.b)
          @known = known
          type, content = Ber.definite(OpenSSL::ASN1.decode(@der)).value
          raise Refused.new(:cms_unreadable, cause: "content type") unless type.oid == SIGNED_DATA

          @signed_data = content.value[0]
          @certificates = read_certificates
          read_signer(signer_infos.fetch(0))
        end

        # The certificate that the signer names, nil when it is not enclosed.
        def signer_certificate
          return @signer_certificate if defined?(@signer_certificate)

          @signer_certificate = certificates.find { |candidate| meant?(candidate) }
        end

        def one_signer? = signer_infos.size == 1

        # Does the signature hold over +data+ (detached; a String, or what answers digest(name) with its digest), or
        # over the enclosed content when there is none? Trust in the certificate is a question for Chain, and how long
        # algorithms are a proof one for Register.
        def holds?(data = nil) = fault(data) == :valid

        # The same as :valid, :other_data, where it is of other bytes, or :not_by_this_key.
        def fault(data = nil)
          digest = SignatureScheme.digest(digest_algorithm, data || content)
          return :other_data unless digest && signed_content_type? && of?(digest)

          by_its_key?(digest) ? :valid : :not_by_this_key
        end

        # RFC 5652, 11.1: the signed attribute repeats the type of the content.
        def signed_content_type? = @signed.empty? || @signed[CONTENT_TYPE]&.oid == content_type

        # Object identifier of what is signed.
        def content_type = content_info.value.first.oid

        # The weakest digest on which it rests, as of +register+.
        def weakest_digest(register = Register.usual) = register.weakest([digest_algorithm, @scheme.digest].compact)

        # "RSA with SHA256", for people.
        def algorithm = @scheme.name

        # RFC 5035, 3: does a signed attribute name a certificate by its hash?
        def names_a_certificate? = !named_certificate.nil?

        # Is the certificate that is so named the signer's? False when none is.
        def names_its_certificate?
          return false unless named_certificate && signer_certificate

          algorithm, hash = named_certificate
          SignatureScheme.digest(algorithm, signer_certificate.to_der) == hash
        end

        # DER of the time-stamp token over the signature's value, nil without one.
        def time_stamp_token = @unsigned[TIME_STAMP_TOKEN]&.to_der

        # The enclosed content, a binary string, as for a time-stamp token.
        def content = content_info.value[1].value.first.value

        private

        def of?(digest) = @signed.empty? || digest == @signed[MESSAGE_DIGEST]&.value

        def by_its_key?(digest)
          key = signer_certificate && Identity.key(signer_certificate) or return false
          return @scheme.holds_raw?(key, signature_value, digest) if @signed.empty?

          @scheme.holds?(key, signature_value, @attributes)
        end

        def content_info = @signed_data.value.find { |part| part.is_a?(OpenSSL::ASN1::Sequence) }
        def signer_infos = @signed_data.value.last.value

        # As they stand there, letter by letter: what would be written otherwise is left to the library.
        def read_certificates
          enclosed = @signed_data.value.find { |part| context?(part, 0) } or return []
          ders = enclosed.value.map(&:to_der)
          return OpenSSL::PKCS7.new(@der).certificates.to_a unless ders.all? { |one| @der.include?(one) }

          ders.map { |one| @known[one] ||= OpenSSL::X509::Certificate.new(one) }
        end

        def read_signer(info)
          parts = info.value
          @named = parts[1]
          @digest_algorithm = SignatureScheme.digest_name(parts[2].value[0].oid)
          signed = parts[3] if context?(parts[3], 0)
          scheme, value, unsigned = parts.drop(signed ? 4 : 3)
          @scheme = SignatureScheme.new(scheme, @digest_algorithm)
          @signature_value = value.value
          read_attributes(signed, unsigned)
        end

        def read_attributes(signed, unsigned)
          @attributes = signed && OpenSSL::ASN1::Set.new(signed.value).to_der
          @signed = attributes(signed)
          @unsigned = attributes(unsigned)
        end

        # RFC 5652, 5.3: by issuer and serial number, or by the identifier of its key.
        def meant?(candidate)
          if @named.is_a?(OpenSSL::ASN1::Sequence)
            issuer, serial = @named.value
            return candidate.serial == serial.value && candidate.issuer.to_der == issuer.to_der
          end

          identifier = candidate.extensions.find { |one| one.oid == "subjectKeyIdentifier" } or return false
          OpenSSL::ASN1.decode(identifier.value_der).value == @named.value
        end

        def context?(part, tag) = part.tag_class == :CONTEXT_SPECIFIC && part.tag == tag

        def attributes(set)
          set ? set.value.to_h { |attribute| [attribute.value[0].oid, attribute.value[1].value[0]] } : {}
        end

        # [name of a digest, value], nil when no attribute names a certificate.
        def named_certificate
          essence, usual = if @signed.key?(SIGNING_CERTIFICATE_V2)
            [@signed[SIGNING_CERTIFICATE_V2], "SHA256"]
          else
            [@signed[SIGNING_CERTIFICATE], "SHA1"]
          end
          return unless essence

          id = essence.value.first.value.first.value
          return [usual, id.first.value] if id.first.is_a?(OpenSSL::ASN1::OctetString)

          [SignatureScheme.digest_name(id.first.value[0].oid), id[1].value]
        end
      end
    end
  end
end
