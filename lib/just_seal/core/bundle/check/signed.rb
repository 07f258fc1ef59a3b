# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Bundle
      class Check
        # Who made a bundle, and when, by the signature over its manifest.
        class Signed
          # +name+: of whoever made it, and +time+: when; nil where nothing can be told; +findings+: [[code, where,
          # facts], ...].
          attr_reader :name, :time, :findings

          # +content+: Package::Content; the rest as of Pdf::Check.call.
          def initialize(content, roots:, at:, sealers:, register:)
            @content = content
            @roots = roots
            @paths = Trust::Paths.new(roots, register)
            @at = at
            @sealers = sealers
            @findings = []
            judge
          rescue Refused
            find(:manifest_broken)
          end

          # Findings for the documents in it (Pdf::Check::Report): whoever made the bundle is whoever sealed them.
          def held_against(documents)
            return [] unless @certificate

            subjects = documents.filter_map { |one| one.seal&.certificate&.subject }.uniq
            return [] if (subjects - [@certificate.subject.to_utf8]).empty?

            [[:signer_differs, Package::SIGNATURE, { name: name }]]
          end

          private

          def find(code, where = Package::SIGNATURE, **facts) = @findings << [code, where, facts]

          def judge
            cms = Trust::Cms.read(@content.signature)
            unless cms.one_signer? && cms.holds?(@content.manifest) && cms.names_its_certificate?
              return find(:manifest_broken, Package::MANIFEST)
            end

            @certificate = cms.signer_certificate
            @name = Trust::Chain.name(@certificate)
            known = @sealers.empty? || Trust::Identity.one_of?(@certificate, @sealers)
            find(:other_sealer, name: name) unless known
            judge_time(cms)
          end

          def judge_time(cms)
            stamp = stamp(cms) or return
            @time = stamp.at
            chain = @paths.validate(@certificate, pool: cms.certificates, at: time)
            find(:signer_unknown, name: name) unless chain.trusted && stamp.valid
            revocation
          end

          # The time stamp of the signature; nil where it is broken, which is found then.
          def stamp(cms)
            token = cms.time_stamp_token
            stamp = token && Trust::TimeStamp.verify(token, data: cms.signature_value, paths: @paths, at: @at)
            return stamp if stamp&.valid || UNTRUSTED_STAMPS.include?(stamp&.reason)
            return ended(stamp) if ENDED.include?(stamp&.reason)

            find(:time_stamp_broken, reason: stamp&.reason || :no_stamp)
            nil
          end

          # It was a proof once; on the day for which it is asked it is none.
          def ended(stamp)
            find(:proof_ended)
            stamp.with(valid: true)
          end

          # What authorities answered, as far as the bundle holds it, about whoever made it.
          def revocation
            issuer = Trust::Chain.issuer_of(@certificate, pool) or return
            answers = of_kind(".ocsp").filter_map { |der| Trust::Status.opened(der, roots: @roots, pool: pool) }
            states = answers.map { |basic| Trust::Status.told(basic, @certificate, issuer) }
            revoked = states.grep(Trust::Status::Revoked).find { |one| !one.spares?(time) } or return
            find(:signer_revoked, name: name, at: revoked.at.utc.strftime("%F"))
          end

          def pool
            @pool ||= @roots + of_kind(".pem").flat_map do |pem|
              OpenSSL::X509::Certificate.load(pem)
            rescue OpenSSL::X509::CertificateError
              []
            end
          end

          def of_kind(ending) = @content.files.select { |file, _| file.end_with?(ending) }.values
        end
      end
    end
  end
end
