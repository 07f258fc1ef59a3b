# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # Whom a certificate names: its subject, as far as somebody can be known by it.
      module Identity
        # What tells a person from an organisation in a subject (ETSI EN 319 412-2, 4.2.4, and 319 412-3, 4.2.1); an
        # address for mail stands for one too.
        OF_PEOPLE = %w[GN givenName SN surname pseudonym emailAddress].freeze
        FINGERPRINT = /\A\h{64}\z/

        module_function

        # Is +certificate+ one of +known+: names of an organisation or of the holder, or SHA-256 fingerprints (hex,
        # colons allowed)?
        def one_of?(certificate, known)
          mine = [*part(certificate, "O"), Chain.name(certificate)].map { |name| folded(name) }
          known.any? do |one|
            fingerprint?(one) ? plain(one) == fingerprint(certificate) : mine.include?(folded(one))
          end
        end

        # The public key of +certificate+; nil where it holds none that can be read.
        def key(certificate)
          certificate.public_key
        rescue OpenSSL::OpenSSLError
          nil
        end

        def same_key?(one, other)
          keys = [one, other].map { |certificate| key(certificate)&.to_der }
          keys.all? && keys.uniq.size == 1
        end

        # Is +text+ a fingerprint, rather than a name?
        def fingerprint?(text) = plain(text).match?(FINGERPRINT)
        def plain(text) = text.delete(": ").downcase

        def same_organisation?(one, other) = part(one, "O").any? && part(one, "O") == part(other, "O")

        # Is it that of a person, rather than of an organisation?
        def person?(certificate)
          certificate.subject.to_a.any? { |kind, *| OF_PEOPLE.include?(kind) } || addresses(certificate).any?
        end

        # RFC 5280, 4.2.1.6: rfc822Name; and the older emailAddress within the subject.
        def addresses(certificate)
          named = certificate.extensions.find { |one| one.oid == "subjectAltName" }
          named&.value.to_s.split(", ").filter_map do |one|
            one[/\Aemail:(.+)\z/, 1]
          end + part(certificate, "emailAddress")
        end

        # Hex, SHA-256 of all of it.
        def fingerprint(certificate) = OpenSSL::Digest::SHA256.hexdigest(certificate.to_der)

        # What its subject says as +kind+ ("O"), as UTF-8; an Array.
        def part(certificate, kind)
          certificate.subject.to_a.select { |one, *| one == kind }.map { |_, value, tag| Chain.text(value, tag) }
        end

        def folded(name) = name.unicode_normalize(:nfkc).strip.downcase(:fold)
      end
    end
  end
end
