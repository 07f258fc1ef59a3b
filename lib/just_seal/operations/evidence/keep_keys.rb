# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # Makes and exchanges the organisation's signing keys; nothing else does. What an old one signed stays valid.
    class KeepKeys < Operation
      CHAIN = "keys"
      MAX_BYTES = 200_000

      # A new key, certified by the enrolment service. +name+: :seal or :witness. Returns its Core::Pdf::Signer.
      def rotate(actor, name:)
        allow!(actor, :keep_keys)
        told(actor, name, *office.keys.rotate(name, office: office.name))
      end

      # A new key that waits for a certificate by hand. Returns the request for it (PEM, PKCS#10).
      def request(actor, name:)
        allow!(actor, :keep_keys)
        pem = office.keys.request(name, office: office.name)
        key = OpenSSL::X509::Request.new(pem).public_key.public_to_der
        transaction { record_event_on(CHAIN, "key.requested", actor, "name" => name.to_s, "key" => digest(key)) }
        pem
      end

      # Takes the waiting key into use. +pem+: its certificate and those above it, in any order. Returns its
      # Core::Pdf::Signer. Raises Errors::Invalid keyed "certificate".
      def install(actor, name:, pem:)
        allow!(actor, :keep_keys)
        told(actor, name, *office.keys.install(name, chain(read(pem))))
      end

      private

      def read(pem)
        OpenSSL::X509::Certificate.load(pem.to_s[0, MAX_BYTES])
      rescue OpenSSL::X509::CertificateError
        refuse(:certificate_unreadable)
      end

      # From that of the key upwards. It has to lead to an authority that is accepted here, and to be for signing.
      def chain(certificates)
        leaf = certificates.find { |one| certificates.none? { |other| other.issuer == one.subject && other != one } }
        result = Core::Trust::Chain.validate(
          leaf || certificates.first,
          pool: certificates,
          roots: office.roots,
          at: now
        )
        return result.certificates.reject { |one| one.issuer == one.subject } if result.trusted

        refuse(Core::Problem.new(:certificate_not_accepted, reason: result.reason.to_s.tr("_", " ")))
      end

      def refuse(problem) = raise(Errors::Invalid, { "certificate" => problem })

      def told(actor, name, old, fresh)
        facts = {
          "name" => name.to_s,
          "subject" => fresh.certificate.subject.to_utf8,
          "serial" => serial(fresh),
          "certificate" => digest(fresh.certificate.to_der),
          "serial_before" => old && serial(old)
        }
        transaction { record_event_on(CHAIN, "key.rotated", actor, facts.compact) }
        fresh
      end

      def digest(bytes) = OpenSSL::Digest::SHA256.hexdigest(bytes)
      def serial(signer) = signer.certificate.serial.to_s(16)
    end
  end
end
