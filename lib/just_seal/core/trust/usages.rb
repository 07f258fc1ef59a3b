# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # What a certificate's key may be used for (RFC 5280, 4.2.1.3 and 4.2.1.12).
      module Usages
        # The bits of keyUsage, the first one first.
        BITS = %w[
          digitalSignature
          nonRepudiation
          keyEncipherment
          dataEncipherment
          keyAgreement
          keyCertSign
          cRLSign
          encipherOnly
          decipherOnly
        ].freeze
        SIGNING = %w[digitalSignature nonRepudiation].freeze
        DOCUMENT = ["1.3.6.1.5.5.7.3.36", "1.3.6.1.5.5.7.3.4"].freeze # documents (RFC 9336), mail
        # Servers, code, time-stamps, answers of status.
        OTHER = %w[1 3 8 9].map { |last| "1.3.6.1.5.5.7.3.#{last}" }.freeze
        TIME_STAMPS = "1.3.6.1.5.5.7.3.8"
        SHORT = { "1.3.6.1.5.5.7.3.36" => "documentSigning" }.freeze

        module_function

        # Names of all that is stated, [] where nothing is.
        def of(certificate) = key(certificate).to_a + extended(certificate).to_a.map { |oid| name(oid) }

        # Names of BITS; nil where nothing is stated.
        def key(certificate)
          bits = value(certificate, "keyUsage")&.value&.unpack1("B*") or return
          BITS.each_index.select { |index| bits[index] == "1" }.map { |index| BITS[index] }
        end

        # Object identifiers; nil where nothing is stated.
        def extended(certificate) = value(certificate, "extendedKeyUsage")&.value&.map(&:oid)

        # A signer's key usage, where stated, includes signatures; a key for servers, code or the like is for documents
        # only where that is stated too.
        def signs?(certificate)
          stated = extended(certificate)
          (key(certificate).nil? || key(certificate).intersect?(SIGNING)) &&
            (stated.nil? || stated.intersect?(DOCUMENT) || !stated.intersect?(OTHER))
        end

        # RFC 3161, 2.3: a time-stamp authority's certificate is for time-stamps alone, and says so critically.
        def stamps?(certificate)
          certificate.extensions.any? { |one| one.oid == "extendedKeyUsage" && one.critical? } &&
            extended(certificate) == [TIME_STAMPS]
        end

        def name(oid) = SHORT[oid] || OpenSSL::ASN1::ObjectId.new(oid).sn || oid

        def value(certificate, name)
          found = certificate.extensions.find { |one| one.oid == name }
          found && OpenSSL::ASN1.decode(found.value_der)
        end
      end
    end
  end
end
