# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # OCSP answers (RFC 6960): the question, and what an answer proves. An authority that did not answer is never "good".
      module Status
        STATES = { OpenSSL::OCSP::V_CERTSTATUS_GOOD => :good, OpenSSL::OCSP::V_CERTSTATUS_REVOKED => :revoked }.freeze

        module_function

        def id(certificate, issuer) = OpenSSL::OCSP::CertificateId.new(certificate, issuer, OpenSSL::Digest.new("SHA1"))

        # The question about +certificate+, with a nonce.
        def request(certificate, issuer)
          OpenSSL::OCSP::Request.new.tap do |question|
            question.add_certid(id(certificate, issuer))
            question.add_nonce
          end
        end

        # What answer +der+ says of +certificate+: :good, :revoked, or :unknown when it proves nothing.
        # +roots+ and +pool+ vouch for the responder; +question+, where given, must be the one that was answered.
        def read(der, certificate:, issuer:, roots:, pool: [], question: nil)
          basic = opened(der, roots: roots, pool: pool + [issuer])
          basic && answers?(basic, question) ? of(basic, certificate, issuer) : :unknown
        end

        # The basic response (OpenSSL::OCSP::BasicResponse) in +der+, when +roots+ and +pool+ vouch for who signed it; otherwise nil.
        def opened(der, roots:, pool:)
          answer = OpenSSL::OCSP::Response.new(der)
          basic = answer.basic if answer.status == OpenSSL::OCSP::RESPONSE_STATUS_SUCCESSFUL
          basic if basic && signed?(basic, roots, pool)
        rescue OpenSSL::OCSP::OCSPError
          nil
        end

        # What an opened answer says of +certificate+.
        def of(basic, certificate, issuer) = basic.find_response(id(certificate, issuer))&.then { |single| STATES.fetch(single.cert_status, :unknown) } || :unknown

        # What the revocation list +list+ (OpenSSL::X509::CRL) says of +certificate+ (RFC 5280, 6.3).
        def read_list(list, certificate:, issuer:)
          return :unknown unless list.issuer == certificate.issuer && issuer.subject == list.issuer && list.verify(issuer.public_key)

          list.revoked.any? { |entry| entry.serial == certificate.serial } ? :revoked : :good
        end

        def answers?(basic, question) = question.nil? || question.check_nonce(basic) == 1

        def signed?(basic, roots, pool)
          store = OpenSSL::X509::Store.new
          roots.uniq(&:to_der).each { |root| store.add_cert(root) }
          store.flags = OpenSSL::X509::V_FLAG_NO_CHECK_TIME
          basic.verify(pool, store)
        end
      end
    end
  end
end
