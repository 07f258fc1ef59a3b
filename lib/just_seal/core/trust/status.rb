# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # OCSP answers (RFC 6960): the question, and what an answer proves. An authority that did not answer is never
      # "good".
      module Status
        STATES = { OpenSSL::OCSP::V_CERTSTATUS_GOOD => :good, OpenSSL::OCSP::V_CERTSTATUS_REVOKED => :revoked }.freeze

        # A certificate was not revoked. +from+, +till+: Time, of the answer (RFC 6960, 2.4: thisUpdate and nextUpdate;
        # +till+ may be nil).
        Good = Value.of(:from, :till) do
          # Does it say something of a use at +time+? +fresh+: only what was found out afterwards does: an answer from
          # before knows nothing of a key that was lost in between (ETSI EN 319 102-1, 5.2.5).
          def covers?(time, fresh: true)
            from >= time || (!fresh && (till.nil? ? time - from <= DAY_SECONDS : till >= time))
          end
        end
        DAY_SECONDS = 86_400

        # A certificate was revoked. +at+: Time; +reason+: RFC 5280, 5.3.1, Integer, nil where it was not said.
        Revoked = Value.of(:at, :reason) do
          # Does it leave what was proven to be there at +time+ as it was? A time-stamp authority's certificate that
          # ended in peace does (RFC 3161, 4.1); after a lost key nothing of it can be believed.
          def spares?(time, stamp: false) = !time.nil? && time < at && (!stamp || PEACEFUL.include?(reason))
        end
        PEACEFUL = [0, 3, 4, 5].freeze # unspecified, affiliation changed, superseded, operation ended

        # What the library raises, as late as when they are asked for, for times and numbers that are malformed.
        UNREADABLE = [OpenSSL::OpenSSLError, TypeError, ArgumentError, RangeError].freeze

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

        # The basic response (OpenSSL::OCSP::BasicResponse) in +der+, when +roots+ and +pool+ vouch for who signed it;
        # otherwise nil.
        def opened(der, roots:, pool:)
          basic = basic(der)
          basic if basic && signed?(basic, roots, pool)
        rescue OpenSSL::OCSP::OCSPError
          nil
        end

        # The same, whoever signed it. Raises OpenSSL::OCSP::OCSPError for what is no answer.
        def basic(der)
          answer = OpenSSL::OCSP::Response.new(der)
          answer.basic if answer.status == OpenSSL::OCSP::RESPONSE_STATUS_SUCCESSFUL
        end

        # What an opened answer says of +certificate+: :good, :revoked or :unknown.
        def of(basic, certificate, issuer)
          plain(told(basic, certificate, issuer))
        end

        def plain(state) = { Good => :good, Revoked => :revoked }.fetch(state.class, :unknown)

        # The same as Good, Revoked or :unknown.
        def told(basic, certificate, issuer) = said(basic, id(certificate, issuer))

        # The same of the certificate with +id+ (OpenSSL::OCSP::CertificateId). An answer whose times can't be read says
        # nothing.
        def said(basic, id)
          single = basic.find_response(id) or return :unknown
          state = STATES.fetch(single.cert_status, :unknown)
          case state
          when :good then Good.new(from: single.this_update, till: single.next_update)
          when :revoked then Revoked.new(at: single.revocation_time, reason: reason(single.revocation_reason))
          else state
          end
        rescue *UNREADABLE
          :unknown
        end

        def reason(code) = code.negative? ? nil : code

        # What the revocation list +list+ (OpenSSL::X509::CRL) says of +certificate+ (RFC 5280, 6.3).
        def read_list(list, certificate:, issuer:)
          plain(listed(list, certificate, issuer))
        end

        def listed(list, certificate, issuer)
          unless list.issuer == certificate.issuer && issuer.subject == list.issuer && list.verify(issuer.public_key)
            return :unknown
          end

          entry = list.revoked.find { |one| one.serial == certificate.serial }
          return Good.new(from: list.last_update, till: list.next_update) unless entry

          reason = entry.extensions.find { |extension| extension.oid == "CRLReason" }
          Revoked.new(at: entry.time, reason: reason && OpenSSL::ASN1.decode(reason.value_der).value.to_i)
        rescue *UNREADABLE
          :unknown
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
