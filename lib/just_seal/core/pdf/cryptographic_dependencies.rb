# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # What the proof of a sealed PDF rests on: the keys and digests of its signatures and time-stamps, and until
      # when the newest document time-stamp can be checked without further proofs. The older ones rest on the newest
      # (ETSI EN 319 142-1, 5.5).
      module CryptographicDependencies
        # Renewed so long before the certificate's end.
        MARGIN_SECONDS = 365 * 86_400

        # +parts+: [{"what", "by", "digest", "key", "ends" (RFC 3339), "weak"}, ...] in the order of signing; +ends+:
        # Time until which the newest time-stamp is a proof, by its certificate and its algorithms; +weak+: is an end of
        # its algorithms known?
        Result = Value.of(:parts, :ends, :weak) do
          # By when the proofs have to be renewed; +now+: Time. Where less is left than the margin, half of it: a
          # renewal by the same authority would bring no more.
          def due_at(now) = weak ? now : ends - [MARGIN_SECONDS, (ends - now) / 2].min
        end

        module_function

        # +register+: Trust::Register. Raises Refused :not_sealed for a PDF without a document time-stamp.
        # +roots+: accepted certificates, whose limits count as well.
        def call(bytes, register: Trust::Register.usual, roots: [])
          signatures = Signing.open(bytes).signatures.to_a
          parts = signatures.sort_by do |signature|
            signature[:ByteRange].to_a.last(2).sum
          end.flat_map { |signature| parts_of(signature, register, roots) }
          of(parts, register: register)
        end

        # Result for +parts+. Whoever renewed a weak time-stamp and got another just as weak need not do it again: the
        # authority has none that is stronger.
        def of(parts, register: Trust::Register.usual)
          earlier, newest = [nil, *parts.select { |part| part["what"] == "document time-stamp" }].last(2)
          raise Refused, :not_sealed unless newest

          Result.new(
            parts: parts,
            ends: [Time.iso8601(newest["ends"]), sound_until(newest, register)].min,
            weak: newest["weak"] && earlier&.values_at("key", "digest") != newest.values_at("key", "digest")
          )
        end

        # Result for the time-stamp token +der+ alone.
        def of_token(der, register: Trust::Register.usual, roots: [])
          of([part("document time-stamp", Trust::Cms.read(der), register, roots)], register: register)
        end

        # The same parts by another register: [{..., "weak"}, ...].
        def anew(parts, register)
          parts.map { |part| part.merge("weak" => sound_until(part, register) < Trust::Register::ALWAYS) }
        end

        # When the first of its algorithms ends. Parts that were kept before name the digest of their signature alone.
        def sound_until(part, register)
          limits = part.values_at("root", "certificate").compact.map { |id| register.root(id).till }
          ends = [
            register.digest_ends(part["weakest"] || part["digest"]),
            register.named_key_ends(part["key"]),
            *limits
          ]
          ends.compact.min
        end

        def parts_of(signature, register, roots)
          archive = signature[:SubFilter] == :"ETSI.RFC3161"
          cms = Trust::Cms.read(signature.contents)
          own = part(archive ? "document time-stamp" : "signature", cms, register, roots)
          token = cms.time_stamp_token
          [own, (part("time-stamp of the signature", Trust::Cms.read(token), register, roots) if token)].compact
        end

        def part(what, cms, register, roots)
          certificate = cms.signer_certificate
          told = {
            "what" => what,
            "by" => Trust::Chain.name(certificate),
            "digest" => cms.digest_algorithm,
            "weakest" => cms.weakest_digest(register),
            "key" => Trust::Algorithms.name(certificate.public_key),
            "ends" => certificate.not_after.utc.iso8601,
            "root" => root_of(certificate, cms.certificates, roots),
            "certificate" => Trust::Register.root_id(certificate)
          }.compact
          anew([told], register).first
        end

        # As Trust::Register calls it; nil where it rests on none of +roots+.
        def root_of(certificate, pool, roots)
          last = Trust::Chain.path(certificate, pool + roots).last
          Trust::Register.root_id(last) if roots.any? { |root| root.to_der == last.to_der }
        end
      end
    end
  end
end
