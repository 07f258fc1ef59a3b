# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What a file's document security store (ISO 32000-2, 12.8.4.3) proves about certificates.
        class SecurityStore
          # What an answer says of a certificate; +proved+: callable that says whether it is by somebody who may.
          Told = Value.of(:source, :state, :proved) do
            def good? = state.is_a?(Trust::Status::Good)
            def revoked? = state.is_a?(Trust::Status::Revoked)
            def proved? = proved.call
          end

          # Certificates; OCSP answers and revocation lists as DER.
          attr_reader :certificates, :ocsps, :crl_ders

          # +doc+: HexaPDF document; +roots+: accepted certificates.
          def initialize(doc, roots: [])
            dss = doc.catalog[:DSS]
            @roots = roots
            @certificates = streams(dss, :Certs).filter_map { |der| parsed { dated(der) } }
            @ocsps = streams(dss, :OCSPs)
            @crl_ders = streams(dss, :CRLs)
            @told = {}
            @facts = {}
          end

          def present? = @certificates.any?

          # StatusFacts of +certificate+ for a use at +time+; of several revocations the earliest. +fresh+: as of
          # Trust::Status::Good. Signatures of answers are looked at only where they matter.
          def status(certificate, issuer, time:, fresh:)
            told = told(certificate, issuer)
            revoked = told.select { |one| one.revoked? && one.proved? }.min_by { |one| one.state.at }
            return StatusFacts.new(state: :revoked, source: revoked.source, revoked: revoked.state) if revoked

            good = told.select(&:good?).sort_by { |one| one.state.from }
            fitting = good.find { |one| one.state.covers?(time, fresh: fresh) && one.proved? }
            said(fitting ? :good : :stale, fitting || good.reverse_each.find(&:proved?))
          end

          # Trust::CertificateFacts, read once however many signatures rest on +certificate+.
          def facts(certificate) = @facts[certificate.to_der] ||= Trust::CertificateFacts.of(certificate)

          private

          def said(state, told)
            return StatusFacts.new(state: :unknown) unless told

            StatusFacts.new(state: state, source: told.source, from: told.state.from, till: told.state.till)
          end

          # Each answer is opened once, however many certificates ask.
          def told(certificate, issuer)
            @told[[certificate.to_der, issuer.to_der]] ||= answered(certificate, issuer) + listed(certificate, issuer)
          end

          def answered(certificate, issuer)
            id = Trust::Status.id(certificate, issuer)
            answers.filter_map do |basic, proved|
              state = Trust::Status.said(basic, id)
              Told.new(source: :ocsp, state: state, proved: proved) unless state == :unknown
            end
          end

          # The list's signature is the issuer's.
          def listed(certificate, issuer)
            lists.filter_map do |list|
              state = Trust::Status.listed(list, certificate, issuer)
              Told.new(source: :list, state: state, proved: -> { true }) unless state == :unknown
            end
          end

          # [[OpenSSL::OCSP::BasicResponse, whether its signer may, as a callable], ...]
          def answers
            @answers ||= @ocsps.filter_map do |der|
              basic = parsed { Trust::Status.basic(der) } or next
              known = nil
              proved = lambda {
                known.nil? ? (known = Trust::Status.signed?(basic, @roots, @certificates + @roots)) : known
              }
              [basic, proved]
            end
          end

          def lists = @lists ||= @crl_ders.filter_map { |der| parsed { OpenSSL::X509::CRL.new(der) } }
          def streams(dss, key) = dss ? dss[key].to_a.map(&:stream) : []

          # A certificate without times that can be read proves nothing at any time.
          def dated(der) = OpenSSL::X509::Certificate.new(der).tap { |one| [one.not_before, one.not_after] }

          def parsed
            yield
          rescue *Trust::Status::UNREADABLE
            nil
          end
        end
      end
    end
  end
end
