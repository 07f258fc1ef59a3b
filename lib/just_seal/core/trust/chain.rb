# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # Path validation (RFC 5280, 6) of one certificate at one moment.
      module Chain
        # +certificates+: from the leaf to the last one found; +trusted+: does the path end in an accepted root?
        # +reason+: :valid, :unknown_root, :out_of_time, :wrong_use or :broken.
        Result = Value.of(:trusted, :certificates, :reason)

        REASONS = { 10 => :out_of_time, 9 => :out_of_time, 18 => :unknown_root, 19 => :unknown_root, 20 => :unknown_root,
                    21 => :unknown_root, 26 => :wrong_use }.freeze
        USES = { signing: nil, time_stamp: OpenSSL::X509::PURPOSE_TIMESTAMP_SIGN }.freeze

        module_function

        # +leaf+: certificate; +pool+: further certificates; +roots+: accepted roots; +at+: Time; +use+: a key of USES.
        def validate(leaf, pool:, roots:, at:, use: :signing)
          store = OpenSSL::X509::Store.new
          roots.uniq(&:to_der).each { |root| store.add_cert(root) }
          store.time = at
          USES.fetch(use)&.then { |purpose| store.purpose = purpose }
          trusted = store.verify(leaf, pool)
          Result.new(trusted: trusted, certificates: trusted ? store.chain : path(leaf, pool + roots),
                     reason: trusted ? :valid : REASONS.fetch(store.error, :broken))
        end

        # The certificates from +leaf+ upwards as far as +pool+ goes, each checked to be signed by the next.
        def path(leaf, pool)
          found = [leaf]
          while (issuer = issuer_of(found.last, pool)) && found.none? { |known| known.to_der == issuer.to_der }
            found << issuer
          end
          found
        end

        # The certificate in +pool+ that signed +certificate+, nil for a root or an unknown issuer.
        def issuer_of(certificate, pool)
          return nil if certificate.issuer == certificate.subject

          pool.find { |candidate| candidate.subject == certificate.issuer && certificate.verify(candidate.public_key) }
        end

        # The common name, for people.
        def name(certificate) = certificate.subject.to_a.find { |kind, *| kind == "CN" }&.dig(1) || certificate.subject.to_utf8
      end
    end
  end
end
