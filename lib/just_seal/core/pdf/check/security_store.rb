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

          # What is known of +certificate+ for a use at +time+: :good, :stale where all answers are older, :unknown, or
          # the Trust::Status::Revoked of the earliest time. +fresh+: as of Trust::Status::Good.
          def status(certificate, issuer, roots, time:, fresh:)
            states = states(certificate, issuer, roots)
            good = states.grep(Trust::Status::Good)
            states.grep(Trust::Status::Revoked).min_by(&:at) ||
              (good.any? { |one| one.covers?(time, fresh: fresh) } && :good) || (good.any? ? :stale : :unknown)
          end

          private

          # Each answer is opened and its signature checked once, however many certificates ask.
          def states(certificate, issuer, roots)
            (@states ||= {})[[certificate.to_der, issuer.to_der]] ||=
              answers(roots).map { |basic| Trust::Status.told(basic, certificate, issuer) } +
              @crls.map { |list| Trust::Status.listed(list, certificate, issuer) }
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
