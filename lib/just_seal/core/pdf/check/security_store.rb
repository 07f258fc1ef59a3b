# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What a file's document security store (ISO 32000-2, 12.8.4.3) proves about certificates.
        class SecurityStore
          # Certificates; OCSP answers and revocation lists as DER.
          attr_reader :certificates, :ocsps, :crl_ders

          # +doc+: HexaPDF document.
          def initialize(doc)
            dss = doc.catalog[:DSS]
            @certificates = streams(dss, :Certs).filter_map { |der| parsed { OpenSSL::X509::Certificate.new(der) } }
            @ocsps = streams(dss, :OCSPs)
            @crl_ders = streams(dss, :CRLs)
            @crls = @crl_ders.filter_map { |der| parsed { OpenSSL::X509::CRL.new(der) } }
          end

          def present? = @certificates.any?

          # StatusFacts of +certificate+ for a use at +time+; of several revocations the earliest. +fresh+: as of
          # Trust::Status::Good.
          def status(certificate, issuer, roots, time:, fresh:)
            states = states(certificate, issuer, roots)
            revoked = of_kind(states, Trust::Status::Revoked).min_by { |_, one| one.at }
            return StatusFacts.new(state: :revoked, source: revoked.first, revoked: revoked.last) if revoked

            good = of_kind(states, Trust::Status::Good).sort_by { |_, one| one.from }
            fitting = good.find { |_, one| one.covers?(time, fresh: fresh) }
            source, one = fitting || good.last
            return StatusFacts.new(state: :unknown) unless one

            StatusFacts.new(state: fitting ? :good : :stale, source: source, from: one.from, till: one.till)
          end

          # Trust::CertificateFacts, read once however many signatures rest on +certificate+.
          def facts(certificate)
            (@facts ||= {})[certificate.to_der] ||= Trust::CertificateFacts.of(certificate)
          end

          private

          def of_kind(states, kind) = states.select { |_, state| state.is_a?(kind) }

          # Each answer is opened and its signature checked once, however many certificates ask.
          def states(certificate, issuer, roots)
            (@states ||= {})[[certificate.to_der, issuer.to_der]] ||=
              answers(roots).map { |basic| [:ocsp, Trust::Status.told(basic, certificate, issuer)] } +
              @crls.map { |list| [:list, Trust::Status.listed(list, certificate, issuer)] }
          end

          def answers(roots)
            @answers ||= @ocsps.filter_map do |der|
              Trust::Status.opened(der, roots: roots, pool: @certificates + roots)
            end
          end

          def streams(dss, key) = dss ? dss[key].to_a.map(&:stream) : []

          def parsed
            yield
          rescue OpenSSL::OpenSSLError
            nil
          end
        end
      end
    end
  end
end
