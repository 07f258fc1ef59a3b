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

        REASONS = {
          10 => :out_of_time,
          9 => :out_of_time,
          18 => :unknown_root,
          19 => :unknown_root,
          20 => :unknown_root,
          21 => :unknown_root
        }.freeze
        ENCODINGS = {
          OpenSSL::ASN1::BMPSTRING => Encoding::UTF_16BE,
          OpenSSL::ASN1::UNIVERSALSTRING => Encoding::UTF_32BE,
          OpenSSL::ASN1::T61STRING => Encoding::ISO_8859_1
        }.freeze
        USES = %i[signing time_stamp].freeze
        IDENTITY = %i[subject serial issuer].freeze

        module_function

        # +leaf+: certificate; +pool+: further certificates; +roots+: accepted roots; +at+: Time; +use+: a key of USES.
        def validate(leaf, pool:, roots:, at:, use: :signing)
          store = OpenSSL::X509::Store.new
          roots.uniq(&:to_der).each { |root| store.add_cert(root) }
          store.time = at
          unless store.verify(leaf, pool)
            return Result.new(
              trusted: false,
              certificates: path(leaf, pool + roots),
              reason: REASONS.fetch(store.error, :broken)
            )
          end

          fit = fit?(leaf, use)
          Result.new(trusted: fit, certificates: store.chain, reason: fit ? :valid : :wrong_use)
        end

        def fit?(leaf, use) = use == :time_stamp ? Usages.stamps?(leaf) : Usages.signs?(leaf)

        # Is +certificate+ a copy of one in +chain+ with something changed in it? One change leaves three of its four
        # marks as they were;
        # a cross-certificate shares no more than two with its twin.
        def damaged_copy?(certificate, chain)
          chain.any? do |good|
            next false if good.to_der == certificate.to_der

            # Comparing keys is slow, and settles it only where exactly two of the others agree.
            marks = IDENTITY.count { |mark| good.public_send(mark) == certificate.public_send(mark) }
            marks == 3 || (marks == 2 && Identity.same_key?(good, certificate))
          end
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

          pool.find do |candidate|
            key = candidate.subject == certificate.issuer && Identity.key(candidate)
            key && certificate.verify(key)
          end
        end

        # The common name, for people.
        def name(certificate)
          certificate.subject.to_a.find do |kind, *|
            kind == "CN"
          end&.then { |_, value, tag| text(value, tag) } || certificate.subject.to_utf8
        end

        # A DirectoryString (RFC 5280, 4.1.2.4) as UTF-8.
        def text(value, tag)
          value.dup.force_encoding(ENCODINGS.fetch(tag, Encoding::UTF_8)).encode(
            Encoding::UTF_8,
            invalid: :replace,
            undef: :replace
          ).scrub
        end
      end
    end
  end
end
