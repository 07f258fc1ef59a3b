# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # Collects proof that certificates were not revoked: OCSP first, then revocation lists.
    class HttpCertificateStatus
      # An authority says that a certificate is revoked.
      class Revoked < Errors::Unavailable; end

      # +roots+: accepted root certificates; +status_url+, +list_url+: instead of what certificates name; +reach+: where
      # an address in a certificate may lead.
      def initialize(roots:, status_url: nil, list_url: nil, reach: Reach.new)
        @reach = reach
        @roots = roots
        @status_url = status_url
        @list_url = list_url
      end

      # Core::Pdf::Seal::Material for +certificates+ and the authorities above them. +known+: certificates whose status
      # was proved already, by material that the caller keeps.
      # Raises Errors::Unavailable when the status of one is not proved: nothing is sealed with less.
      def material(certificates, known: [])
        pool = (certificates + @roots).uniq(&:to_der)
        proved = known.map(&:to_der)
        pairs = pool.reject { |one| proved.include?(one.to_der) }.filter_map do |certificate|
          Core::Trust::Chain.issuer_of(certificate, pool)&.then { |issuer| [certificate, issuer] }
        end
        answers = pairs.map { |certificate, issuer| ocsp(certificate, issuer, pool) || list(certificate, issuer) }
        Core::Pdf::Seal::Material.new(
          certificates: with_responders(pool, answers),
          ocsps: ders(answers, :ocsp),
          crls: ders(answers, :list)
        )
      end

      # What the authorities say of +certificate+ and those above it in +chain+: [:good, material], [:revoked, nil], or
      # [:unknown, nil] while they are away or say nothing.
      def judge(certificate, chain)
        [:good, material([certificate, *chain])]
      rescue Revoked
        [:revoked, nil]
      rescue Errors::Unavailable
        [:unknown, nil]
      end

      private

      def ders(answers, kind) = answers.select { |found, _| found == kind }.map(&:last).uniq

      def with_responders(pool, answers)
        responders = ders(answers, :ocsp).flat_map { |der| responder_certificates(der) }
        (pool + responders).uniq(&:to_der).map(&:to_der)
      end

      # RFC 6960, 4.2.1: the certificates that a basic response encloses.
      def responder_certificates(der)
        basic = OpenSSL::ASN1.decode(OpenSSL::ASN1.decode(der).value[1].value[0].value[1].value)
        enclosed = basic.value.find { |part| part.tag_class == :CONTEXT_SPECIFIC && part.tag.zero? }
        enclosed ? enclosed.value.first.value.map { |part| OpenSSL::X509::Certificate.new(part.to_der) } : []
      end

      def ocsp(certificate, issuer, pool)
        url = certificate.ocsp_uris&.first or return nil
        question = Core::Trust::Status.request(certificate, issuer)
        der = ask(@status_url, url, question)
        state = Core::Trust::Status.read(
          der,
          certificate: certificate,
          issuer: issuer,
          roots: @roots,
          pool: pool,
          question: question
        )
        refuse_revoked(certificate) if state == :revoked
        [:ocsp, der] if state == :good
      end

      # An address of the settings is asked as it is, one of a certificate as far as it may lead.
      def ask(own, url, question)
        return Http.post(own, question.to_der, "application/ocsp-request") if own

        Http.post(url, question.to_der, "application/ocsp-request", reach: @reach)
      end

      def list(certificate, issuer)
        url = certificate.crl_uris&.first or raise Errors::Unavailable.new(:status_unknown, name: name(certificate))
        der = @list_url ? Http.get(File.join(@list_url, File.basename(URI(url).path))) : Http.get(url, reach: @reach)
        state = Core::Trust::Status.read_list(OpenSSL::X509::CRL.new(der), certificate: certificate, issuer: issuer)
        refuse_revoked(certificate) if state == :revoked
        if state == :good
          [
            :list,
            der
          ]
        else
          raise(
            Errors::Unavailable.new(:list_silent, url: url, name: name(certificate))
          )
        end
      end

      def refuse_revoked(certificate)
        raise(Revoked.new(:certificate_revoked, name: name(certificate)))
      end

      def name(certificate) = Core::Trust::Chain.name(certificate)
    end
  end
end
