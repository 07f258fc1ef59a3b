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

        # +parts+: [{"what", "digest", "key", "ends" (RFC 3339), "weak"}, ...] in the order of signing; +ends+: Time at
        # which the newest time-stamp's certificate ends; +weak+: is the newest
        # one too weak by today's measure?
        Result = Value.of(:parts, :ends, :weak) do
          # By when the proofs have to be renewed; +now+: Time. Where less is left than the margin, half of it: a
          # renewal by the same authority would bring no more.
          def due_at(now) = weak ? now : ends - [MARGIN_SECONDS, (ends - now) / 2].min
        end

        module_function

        # Raises Refused :not_sealed for a PDF without a document time-stamp.
        def call(bytes)
          signatures = Signing.open(bytes).signatures.to_a
          parts = signatures.sort_by do |signature|
            signature[:ByteRange].to_a.last(2).sum
          end.flat_map { |signature| parts_of(signature) }
          of(parts)
        end

        # Result for +parts+. Whoever renewed a weak time-stamp and got another just as weak need not do it again: the
        # authority has none that is stronger.
        def of(parts)
          earlier, newest = [nil, *parts.select { |part| part["what"] == "document time-stamp" }].last(2)
          raise Refused, :not_sealed unless newest

          Result.new(
            parts: parts,
            ends: Time.iso8601(newest["ends"]),
            weak: newest["weak"] && earlier&.values_at("key", "digest") != newest.values_at("key", "digest")
          )
        end

        def parts_of(signature)
          archive = signature[:SubFilter] == :"ETSI.RFC3161"
          cms = Trust::Cms.read(signature.contents)
          own = part(archive ? "document time-stamp" : "signature", cms)
          token = cms.time_stamp_token
          [own, (part("time-stamp of the signature", Trust::Cms.read(token)) if token)].compact
        end

        def part(what, cms)
          certificate = cms.signer_certificate
          key = certificate.public_key
          {
            "what" => what,
            "by" => Trust::Chain.name(certificate),
            "digest" => cms.digest_algorithm,
            "key" => Trust::Algorithms.name(key),
            "ends" => certificate.not_after.utc.iso8601,
            "weak" => [Trust::Algorithms.digest_ends(cms.weakest_digest), Trust::Algorithms.key_ends(key)].min <
              Trust::Algorithms::ALWAYS
          }
        end
      end
    end
  end
end
