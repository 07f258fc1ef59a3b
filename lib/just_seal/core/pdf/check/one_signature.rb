# frozen_string_literal: true

require "forwardable"

module JustSeal
  module Core
    module Pdf
      class Check
        # Judges one signature or document time-stamp.
        class OneSignature
          extend Forwardable

          CHAIN_FINDINGS = {
            unknown_root: :unknown_root,
            out_of_time: :out_of_time,
            wrong_use: :wrong_use,
            broken: :chain_broken
          }.freeze
          STAMP_FINDINGS = {
            **CHAIN_FINDINGS.transform_values { :unknown_time_authority },
            proof_ended: :proof_ended,
            algorithm_ended: :algorithm_ended
          }.freeze
          VALUE_FINDINGS = { other_data: :signature_broken, not_by_this_key: :signature_value_wrong }.freeze
          # What PDF knows of besides PAdES (ISO 32000-2, 12.8.3.3); true: it signs a digest of the bytes.
          KINDS = { "ETSI.CAdES.detached": false, "adbe.pkcs7.detached": false, "adbe.pkcs7.sha1": true }.freeze
          # Seconds by which a time-stamp may be later than the clock of whoever asks, and than one above it: times are
          # whole seconds, of clocks of two authorities.
          CLOCKS_APART = 300
          RESOLUTION = 1

          attr_reader :field, :dictionary, :findings, :time, :time_source, :proven_at, :certificate

          def_delegators :dictionary, :archive?, :certification?, :level, :reason, :locks?, :permits, :made_here?

          # +field+: full name of the signature field; +dictionary+: SignatureDictionary; +digests+: RunningDigest of
          # the file; +paths+: Trust::Paths to accepted roots; +store+: SecurityStore of the file.
          def initialize(field, dictionary, digests, paths:, store:)
            @field = field
            @dictionary = dictionary
            @range = ByteRange.new(digests, dictionary.byte_range, dictionary.contents)
            @paths = paths
            @store = store
            @findings = []
            @chain = []
            @statuses = {}
          end

          # Judges it for +proven_at+ (Time), at which it is proved from outside to have been there: a later
          # time-stamp's time or, for the +newest+, the time for which it is asked. Of an +unfinished+ document no
          # proofs for later are there yet.
          def prove(proven_at, newest:, unfinished: false)
            @proven_at = proven_at
            @newest = newest
            @unfinished = unfinished
            fault = @range.fault
            return note(fault) unless fault == :valid

            archive? ? judge_archive : judge_signature
          rescue Refused
            note(:signature_unreadable)
          end

          # What covers another was made after it.
          def follow(lower)
            return unless [self, lower].all? { |one| one.time_source == :time_stamp && one.time }

            note(:times_out_of_order) if lower.time > time + RESOLUTION
          end

          # Adds a Finding at this signature.
          def note(code, **facts)
            @findings << Finding.new(code: code, where: Problem.new(:signature, field: field), facts: facts)
          end

          # Does its time prove when everything beneath it was there?
          def proves? = archive? && trusted? && grades.none?(:undetermined)

          def covers_bytes = @range.end_of_revision
          def valid? = grades.none?(:altered)
          def trusted? = valid? && grades.none?(:untrusted)

          # "valid", "invalid", or "undetermined" where the signature holds but nobody accepted vouches for it.
          def status
            if trusted?
              "valid"
            else
              (valid? ? "undetermined" : "invalid")
            end
          end

          # SignatureFacts
          def facts
            SignatureFacts.new(
              field: field,
              kind: dictionary.kind.to_s,
              signer: signer,
              certificate_name: certificate_name,
              reason: reason,
              level: level,
              time: time,
              time_source: time_source,
              proven_at: proven_at,
              covers_bytes: covers_bytes,
              status: status,
              valid: valid?,
              trusted: trusted?,
              archive: archive?,
              certification: certification?,
              findings: findings,
              **proofs
            )
          end

          # Who signed, for people: the name in a witnessed signature, otherwise the certificate's.
          def signer = dictionary.name || certificate_name

          def certificate_name = @certificate ? Trust::Chain.name(@certificate) : "unknown"

          private

          def grades = @findings.map(&:grade)

          # What it rests on.
          def proofs
            {
              certificate: @certificate && @store.facts(@certificate),
              chain: @chain.map { |one| @store.facts(one) },
              algorithm: @algorithm,
              digest: @range.shaped? ? @range.digest("SHA256") : nil,
              authority: @stamp&.authority && @store.facts(@stamp.authority),
              authority_chain: @stamp&.chain ? @stamp.chain.certificates.map { |one| @store.facts(one) } : [],
              statuses: @statuses
            }
          end

          def judge_signature
            kind = dictionary.kind
            return note(:signature_kind_unknown, kind: kind.to_s) unless KINDS.key?(kind)

            cms = Trust::Cms.read(dictionary.contents, known: @paths.known)
            @algorithm = cms.algorithm
            @certificate = cms.signer_certificate or return note(:certificate_missing)
            return note(:signature_unreadable) unless cms.one_signer?

            fault = fault(cms, kind)
            return note(VALUE_FINDINGS.fetch(fault)) unless fault == :valid

            note_name(cms, kind)
            note_weak(cms.weakest_digest(@paths.register), @certificate)
            judge_time(cms)
            judge_chain(cms)
          end

          def fault(cms, kind)
            return cms.fault(@range) unless KINDS.fetch(kind)

            cms.content == @range.digest("SHA1") ? cms.fault : :other_data
          end

          # PAdES wants the certificate named by what is signed (ETSI EN 319 142-1, 6.3); older kinds leave it to its
          # serial number.
          def note_name(cms, kind)
            return if cms.names_its_certificate?
            return note(:certificate_not_named) if cms.names_a_certificate?

            note(kind == :"ETSI.CAdES.detached" ? :certificate_unnamed : :certificate_by_number)
          end

          # The time counts only as an accepted authority says it (RFC 3161, genTime).
          def judge_time(cms)
            token = cms.time_stamp_token
            return take_time(stamp(token, cms.signature_value)) if token

            @time = dictionary.claimed_time
            @time_source = :claimed
            note(:time_stamp_missing)
          end

          def judge_archive
            result = stamp(dictionary.contents, @range)
            @certificate = result.authority
            @chain = result.chain ? result.chain.certificates : []
            @algorithm = result.algorithm
            take_time(result)
          end

          def stamp(token, data)
            @stamp = Trust::TimeStamp.verify(
              token,
              data: data,
              pool: @store.certificates,
              at: proven_at,
              paths: @paths
            )
          end

          def take_time(result)
            @time = result.at
            @time_source = :time_stamp
            return take_proof(result) if result.valid

            code = STAMP_FINDINGS[result.reason] if result.chain
            return note_weak(result.digest, result.authority) if code == :algorithm_ended
            return note(code, name: Trust::Chain.name(result.authority)) if code
            return note(VALUE_FINDINGS.fetch(result.reason, :signature_unreadable)) if archive?

            note(:time_stamp_broken, reason: result.reason.to_s.tr("_", " "))
          end

          def take_proof(result)
            note(:times_out_of_order) if @newest && result.at > proven_at + CLOCKS_APART
            judge_status(result.chain.certificates, result.at, fresh: !(archive? && @newest))
          end

          def judge_chain(cms)
            used = time_source == :time_stamp ? time : proven_at
            pool = cms.certificates + @store.certificates
            path = @paths.validate(@certificate, pool: pool, at: used)
            @chain = path.certificates
            if cms.certificates.any? { |one| Trust::Chain.damaged_copy?(one, path.certificates) }
              note(:certificate_damaged)
            end
            return note(CHAIN_FINDINGS.fetch(path.reason), name: certificate_name) unless path.trusted

            judge_status(path.certificates, used, fresh: true)
          end

          # What ended is no proof by itself; what was proved to be there before it ended is.
          def note_weak(digest, certificate)
            return if @paths.register.sound?(digest, certificate.public_key, proven_at)

            key = Trust::Algorithms.name(certificate.public_key)
            note(:algorithm_ended, name: Trust::Chain.name(certificate), key: key, digest: digest)
          end

          # Of a signer's certificate a fresh answer is wanted; authorities above say seldom how theirs are.
          def judge_status(certificates, used, fresh:)
            certificates.each_cons(2).with_index do |(certificate, issuer), index|
              state = @store.status(certificate, issuer, time: used, fresh: fresh && index.zero?)
              @statuses[@store.facts(certificate).fingerprint] = state
              next if state.good?
              next note_revoked(certificate, state.revoked) if state.revoked?
              next if @unfinished

              note(state.state == :stale ? :status_stale : :status_missing, name: Trust::Chain.name(certificate))
            end
          end

          # A signature that was there before its certificate was revoked stands (ETSI EN 319 102-1, 5.6.2.4).
          def note_revoked(certificate, revoked)
            stands = time_source == :time_stamp && revoked.spares?(time, stamp: archive?)
            note(
              stands ? :revoked_later : :revoked,
              name: Trust::Chain.name(certificate),
              at: revoked.at.utc.strftime("%F")
            )
          end
        end
      end
    end
  end
end
