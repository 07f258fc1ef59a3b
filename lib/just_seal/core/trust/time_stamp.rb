# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # RFC 3161 time-stamps: the question, and whether an answer answers it.
      module TimeStamp
        ALGORITHM = "SHA256"

        # +reason+ is :valid or says what is wrong; +at+: the authority's genTime; +authority+: its certificate;
        # +digest+: the weakest of the digests that it rests on; +algorithm+: of its signature.
        Result = Value.of(:valid, :reason, :at, :authority, :chain, :digest, :algorithm)

        module_function

        # DER of a token over +data+. +timestamp+: callable, digest in, token out; where it answers imprint, by that
        # digest ("SHA512"), or else by ALGORITHM.
        def over(timestamp, data)
          name = timestamp.respond_to?(:imprint) ? timestamp.imprint : ALGORITHM
          timestamp.call(OpenSSL::Digest.digest(name, data))
        end

        # +digest+: of what is to be stamped, by +algorithm+; +nonce+: Integer; +policy+: OID of the policy that is
        # wanted, nil for the authority's own. Returns OpenSSL::Timestamp::Request.
        def request(digest, nonce:, policy: nil, algorithm: ALGORITHM)
          OpenSSL::Timestamp::Request.new.tap do |question|
            question.algorithm = algorithm
            question.message_imprint = digest
            question.nonce = nonce
            question.policy_id = policy if policy
            question.cert_requested = true
          end
        end

        # The token's DER out of the authority's answer +der+; raises Refused when it answers another question (RFC
        # 3161, 2.2).
        def token(der, question:)
          answer = OpenSSL::Timestamp::Response.new(der)
          unless answer.status.to_i.zero? && answer.token
            raise Refused.new(
              :time_stamp_refused,
              status: answer.status.to_i
            )
          end

          info = answer.token_info
          raise Refused, :time_stamp_for_other_data unless info.message_imprint == question.message_imprint
          raise Refused, :time_stamp_with_other_nonce unless info.nonce == question.nonce
          unless question.policy_id.nil? || info.policy_id == question.policy_id
            raise Refused, :time_stamp_under_other_policy
          end

          answer.token.to_der
        rescue OpenSSL::Timestamp::TimestampError => e
          raise Refused.new(:time_stamp_unreadable, cause: e.message)
        end

        # Does token +der+ stamp +data+ (as of Cms#holds?), signed by an authority that +roots+ vouch for at its own
        # genTime, and still at +at+, where that is given? It is :proof_ended where they did only then, and
        # :algorithm_ended where its digest or key is no longer a proof. +paths+: Paths to +roots+, with the register
        # of algorithms.
        def verify(der, data:, roots: [], pool: [], at: nil, paths: Paths.new(roots))
          cms = Cms.read(der, known: paths.known)
          info = OpenSSL::Timestamp::TokenInfo.new(cms.content)
          found = [info.gen_time, at].compact.map { |time| authority_chain(cms, time, paths, pool) }
          reason = fault(cms, info, data)
          reason = path_fault(cms, *found) if reason == :valid
          digest = weakest(cms, info, paths.register)
          reason = strength(cms, digest, at || info.gen_time, paths.register) if reason == :valid
          Result.new(
            valid: reason == :valid,
            reason: reason,
            at: info.gen_time,
            authority: cms.signer_certificate,
            chain: found.first,
            digest: digest,
            algorithm: cms.algorithm
          )
        rescue Refused, OpenSSL::OpenSSLError
          Result.new(valid: false, reason: :unreadable)
        end

        # What is wrong about the authority's certificate: +stamped+, +later+: Chain::Result at either time.
        def path_fault(cms, stamped, later = stamped)
          return stamped.reason unless stamped.trusted
          return :proof_ended unless later.trusted

          damaged = cms.certificates.any? { |one| Chain.damaged_copy?(one, stamped.certificates) }
          damaged ? :certificate_damaged : :valid
        end

        def weakest(cms, info, register)
          register.weakest([cms.weakest_digest(register), info.algorithm.upcase])
        end

        def strength(cms, digest, time, register)
          register.sound?(digest, cms.signer_certificate.public_key, time) ? :valid : :algorithm_ended
        end

        def fault(cms, info, data)
          return :other_data unless SignatureScheme.digest(info.algorithm.upcase, data) == info.message_imprint

          cms.one_signer? && cms.holds? && cms.names_its_certificate? ? :valid : :not_by_this_key
        end

        def authority_chain(cms, at, paths, pool)
          leaf = cms.signer_certificate or return
          paths.validate(leaf, pool: cms.certificates + pool, at: at, use: :time_stamp)
        end
      end
    end
  end
end
