# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Assurance
      # May the certificate of a card stand for a party (RFC 5280, 6 and 4.2.1.3)? See "Level reached", 4.
      module CardCheck
        MIN_RSA_BITS = 2048
        MIN_EC_BITS = 256
        # RFC 5280, 4.2.1.3: what a key for signatures of people says of itself, as OpenSSL words it.
        USES = /Digital Signature|Non Repudiation/

        module_function

        # Faults as symbols, [] when all is right. +card+: its certificate; +pool+: certificates that came with it;
        # +roots+: accepted ones; +at+: Time; +status+: :good, :revoked or
        # :unknown; +name+, +email+: the party's.
        def faults(card, pool:, roots:, at:, status:, name:, email:)
          path = Trust::Chain.validate(card, pool: pool, roots: roots, at: at)
          [
            (path.reason unless path.trusted),
            (:wrong_use unless signs?(card)),
            (if path.trusted
               {
                 revoked: :revoked,
                 unknown: :status_unknown
               }[status]
             end),
            (:weak_key unless strong?(card.public_key)),
            (:other_holder unless holder?(card, name, email))
          ].compact.uniq
        end

        def signs?(card)
          card.extensions.any? do |one|
            one.oid == "keyUsage" && one.value.match?(USES)
          end && card.extensions.none? do |one|
                   one.oid == "basicConstraints" && one.value.include?("CA:TRUE")
                 end
        end

        def strong?(key)
          case key
          when OpenSSL::PKey::RSA then key.n.num_bits >= MIN_RSA_BITS
          when OpenSSL::PKey::EC then key.group.degree >= MIN_EC_BITS
          else false
          end
        end

        # Its e-mail address or its subject agrees with the party.
        def holder?(card, name, email)
          addresses = Trust::Identity.addresses(card).map { |address| Dockets::Address.normal(address) }
          addresses.include?(Dockets::Address.normal(email)) || named?(card, name)
        end

        def named?(card, name) = LegalName.agrees(Trust::Chain.name(card), name) == true
      end
    end
  end
end
