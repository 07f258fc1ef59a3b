# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # How a signature's value was made (RFC 5652, 5.3, signatureAlgorithm; RFC 3370, 4056, 5753, 5754, 8419).
      class SignatureScheme
        DIGESTS = {
          "1.2.840.113549.2.5" => "MD5",
          "1.3.14.3.2.26" => "SHA1",
          "2.16.840.1.101.3.4.2.4" => "SHA224",
          "2.16.840.1.101.3.4.2.1" => "SHA256",
          "2.16.840.1.101.3.4.2.2" => "SHA384",
          "2.16.840.1.101.3.4.2.3" => "SHA512",
          "2.16.840.1.101.3.4.2.8" => "SHA3-256",
          "2.16.840.1.101.3.4.2.9" => "SHA3-384",
          "2.16.840.1.101.3.4.2.10" => "SHA3-512"
        }.freeze
        OF_THE_MESSAGE = :message # the key's algorithm alone, with the digest that the signer states
        RSA = {
          "1.2.840.113549.1.1.1" => OF_THE_MESSAGE,
          "1.2.840.113549.1.1.4" => "MD5",
          "1.2.840.113549.1.1.5" => "SHA1",
          "1.2.840.113549.1.1.14" => "SHA224",
          "1.2.840.113549.1.1.11" => "SHA256",
          "1.2.840.113549.1.1.12" => "SHA384",
          "1.2.840.113549.1.1.13" => "SHA512"
        }.freeze
        ECDSA = {
          "1.2.840.10045.2.1" => OF_THE_MESSAGE,
          "1.2.840.10045.4.1" => "SHA1",
          "1.2.840.10045.4.3.1" => "SHA224",
          "1.2.840.10045.4.3.2" => "SHA256",
          "1.2.840.10045.4.3.3" => "SHA384",
          "1.2.840.10045.4.3.4" => "SHA512"
        }.freeze
        PSS = "1.2.840.113549.1.1.10"
        EDWARDS = { "1.3.101.112" => "Ed25519", "1.3.101.113" => "Ed448" }.freeze
        PSS_DIGEST = 0
        PSS_MASK = 1
        PSS_SALT = 2
        PSS_USUAL_SALT = 20 # RFC 4055, 3.1

        # +digest+: name, nil where the scheme has its own; +name+: for people
        attr_reader :digest, :name

        # The name of a digest by its object identifier; the identifier itself where it is unknown.
        def self.digest_name(oid) = DIGESTS.fetch(oid, oid)

        # The digest +name+ of +data+, a String or what answers digest(name); nil where the digest is unknown.
        def self.digest(name, data)
          return unless DIGESTS.value?(name)

          data.is_a?(String) ? OpenSSL::Digest.digest(name, data) : data.digest(name)
        end

        # +algorithm+: an AlgorithmIdentifier (OpenSSL::ASN1::Sequence); +stated+: the signer's digest of the message.
        def initialize(algorithm, stated)
          @oid = algorithm.value[0].oid
          @family, @digest = family(stated, algorithm.value[1])
          @name = [@family, @digest].compact.join(" with ")
        end

        # Is +value+ the signature by +key+ (OpenSSL::PKey) over +data+?
        def holds?(key, value, data)
          case @family
          when "RSA", "ECDSA" then fits?(key) && key.verify(digest, value, data)
          when "RSA-PSS"
            fits?(key) && key.verify_pss(digest, value, data, salt_length: @salt, mgf1_hash: @mask)
          when *EDWARDS.values then key.verify(nil, value, data)
          else false
          end
        rescue OpenSSL::PKey::PKeyError, ArgumentError, RuntimeError, NoMethodError # a key of another kind
          false
        end

        # The same over what has the +fingerprint+ by the digest of this scheme.
        def holds_raw?(key, value, fingerprint)
          %w[RSA ECDSA].include?(@family) && fits?(key) && key.verify_raw(digest, value, fingerprint)
        rescue OpenSSL::PKey::PKeyError
          false
        end

        private

        def family(stated, parameters)
          if RSA.key?(@oid) then ["RSA", of(RSA[@oid], stated)]
          elsif ECDSA.key?(@oid) then ["ECDSA", of(ECDSA[@oid], stated)]
          elsif @oid == PSS then ["RSA-PSS", read_pss(parameters)]
          else [EDWARDS.fetch(@oid, @oid), nil]
          end
        end

        def of(digest, stated) = digest == OF_THE_MESSAGE ? stated : digest

        def fits?(key) = @family == "ECDSA" ? key.is_a?(OpenSSL::PKey::EC) : key.is_a?(OpenSSL::PKey::RSA)

        # RFC 4055, 3.1, RSASSA-PSS-params; returns the digest's name.
        def read_pss(parameters)
          given = parameters ? parameters.value.to_h { |one| [one.tag, one.value[0]] } : {}
          @salt = given[PSS_SALT] ? given[PSS_SALT].value.to_i : PSS_USUAL_SALT
          @mask = given[PSS_MASK] ? named(given[PSS_MASK].value[1]) : "SHA1"
          given[PSS_DIGEST] ? named(given[PSS_DIGEST]) : "SHA1"
        end

        def named(algorithm) = self.class.digest_name(algorithm.value[0].oid)
      end
    end
  end
end
