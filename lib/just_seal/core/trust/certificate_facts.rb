# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # What there is to know of a certificate (RFC 5280), as plain values. +name+: whose it is, for people; +subject+,
      # +issuer+: RFC 2253; +serial+: hex; +from+, +till+: Time; +key+: as Algorithms.name; +usages+: names of RFC 5280,
      # 4.2.1.3 and 4.2.1.12; +signed_by+: algorithm of the issuer's signature; +fingerprint+: SHA-256, hex; +der+: all
      # of it.
      CertificateFacts = Value.of(
        :name,
        :subject,
        :issuer,
        :serial,
        :from,
        :till,
        :key,
        :usages,
        :signed_by,
        :fingerprint,
        :der
      ) do
        # +certificate+: OpenSSL::X509::Certificate.
        def self.of(certificate)
          new(
            name: Chain.name(certificate),
            subject: certificate.subject.to_utf8,
            issuer: certificate.issuer.to_utf8,
            serial: certificate.serial.to_s(16),
            from: certificate.not_before,
            till: certificate.not_after,
            key: Identity.key(certificate)&.then { |key| Algorithms.name(key) },
            usages: Trust::Usages.of(certificate),
            signed_by: certificate.signature_algorithm,
            fingerprint: Identity.fingerprint(certificate),
            der: certificate.to_der
          )
        end
      end
    end
  end
end
