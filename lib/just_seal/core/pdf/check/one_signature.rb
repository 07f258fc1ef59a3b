# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Judges one signature or document time-stamp.
        class OneSignature
          LEVEL = /, level ([1-4])\z/
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
          # What PDF knows of besides PAdES (ISO 32000-2, 12.8.3.3); true: it signs a digest of the bytes.
          KINDS = { "ETSI.CAdES.detached": false, "adbe.pkcs7.detached": false, "adbe.pkcs7.sha1": true }.freeze
          # Seconds by which a time-stamp may be later than the clock of whoever asks, and than one above it: times are
          # whole seconds, of clocks of two authorities.
          CLOCKS_APART = 300
          RESOLUTION = 1

          attr_reader :field, :findings, :time, :time_source, :dictionary, :proven_at

          # +field+: full name of the signature field; +dictionary+: the signature dictionary; +digests+: RunningDigest
          # of the file; +roots+: accepted root certificates; +store+: SecurityStore of the file.
          def initialize(field, dictionary, digests, roots:, store:)
            @field = field
            @dictionary = dictionary
            @range = ByteRange.new(
              digests,
              dictionary[:ByteRange].then do |range|
                range.respond_to?(:to_a) ? range.to_a : range
              end,
              dictionary[:Contents]
            )
            @roots = roots
            @store = store
            @findings = []
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

          # Does its time prove when everything beneath it was there?
          def proves? = archive? && trusted? && @findings.none? { |finding| finding.grade == :undetermined }

          def covers_bytes = @range.end_of_revision
          def archive? = dictionary[:SubFilter] == :"ETSI.RFC3161"
          def certification? = !permits.nil?
          def level = dictionary[:Reason].to_s[LEVEL, 1]&.to_i
          def reason = dictionary[:Reason]
          def valid? = @findings.none? { |finding| finding.grade == :altered }
          def trusted? = valid? && @findings.none? { |finding| finding.grade == :untrusted }

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
              signer: text(signer),
              certificate_name: certificate_name,
              reason: text(reason),
              level: level,
              time: time,
              time_source: time_source,
              covers_bytes: covers_bytes,
              status: status,
              valid: valid?,
              trusted: trusted?,
              archive: archive?,
              certification: certification?,
              findings: findings
            )
          end

          # Who signed, for people: the name in a witnessed signature, otherwise the certificate's.
          def signer = dictionary[:Name] || certificate_name

          def certificate_name = @certificate ? Trust::Chain.name(@certificate) : "unknown"

          # Does this signature lock the field +name+ (FieldMDP; ISO 32000-2, 12.8.2.4)?
          def locks?(name)
            transforms(:FieldMDP).any? do |params|
              fields = params[:Fields].to_a
              { All: true, Include: fields.include?(name), Exclude: !fields.include?(name) }.fetch(
                params[:Action],
                true
              )
            end
          end

          # What a certification allows (DocMDP; ISO 32000-2, 12.8.2.2): 1 nothing, 2 filling in and signing, 3 notes as
          # well. nil for what is no certification.
          def permits = transforms(:DocMDP).first&.then { |params| params[:P] || 2 }

          private

          # A dictionary may hold anything in the place of a text.
          def text(value) = value && String.new(value.to_s)

          # The parameters of each transform method +name+; an Array of dictionaries.
          def transforms(name)
            dictionary[:Reference].to_a.select do |reference|
              reference[:TransformMethod] == name
            end.map { |reference| reference[:TransformParams] || {} }
          end

          def judge_signature
            kind = dictionary[:SubFilter]
            return note(:signature_kind_unknown, kind: text(kind)) unless KINDS.key?(kind)

            cms = Trust::Cms.read(dictionary[:Contents])
            @certificate = cms.signer_certificate or return note(:certificate_missing)
            return note(:signature_broken) unless cms.one_signer? && covers?(cms, kind)

            note_name(cms, kind)
            note_weak(cms.weakest_digest, @certificate)
            judge_time(cms)
            judge_chain(
              cms,
              Trust::Chain.validate(
                @certificate,
                pool: cms.certificates + @store.certificates,
                roots: @roots,
                at: time_source == :time_stamp ? @time : proven_at
              )
            )
          end

          def covers?(cms, kind)
            return cms.holds?(@range) unless KINDS.fetch(kind)

            cms.holds? && cms.content == @range.digest("SHA1")
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
            unless token
              @time = dictionary[:M]
              @time_source = :claimed
              return note(:time_stamp_missing)
            end
            take_time(stamp(token, cms.signature_value))
          end

          def judge_archive
            result = stamp(dictionary[:Contents], @range)
            @certificate = result.authority
            take_time(result)
          end

          def stamp(token, data)
            Trust::TimeStamp.verify(token, data: data, roots: @roots, pool: @store.certificates, at: proven_at)
          end

          def take_time(result)
            @time = result.at
            @time_source = :time_stamp
            return take_proof(result) if result.valid

            code = STAMP_FINDINGS[result.reason] if result.chain
            return note_weak(result.digest, result.authority) if code == :algorithm_ended
            return note(code, name: Trust::Chain.name(result.authority)) if code

            note(archive? ? :signature_broken : :time_stamp_broken, reason: result.reason.to_s.tr("_", " "))
          end

          def take_proof(result)
            note(:times_out_of_order) if @newest && result.at > proven_at + CLOCKS_APART
            judge_status(result.chain.certificates, result.at, fresh: !(archive? && @newest))
          end

          def judge_chain(cms, chain)
            if cms.certificates.any? { |one| Trust::Chain.damaged_copy?(one, chain.certificates) }
              note(:certificate_damaged)
            end
            return note(CHAIN_FINDINGS.fetch(chain.reason), name: certificate_name) unless chain.trusted

            judge_status(chain.certificates, time_source == :time_stamp ? time : proven_at, fresh: true)
          end

          # What ended is no proof by itself; what was proved to be there before it ended is.
          def note_weak(digest, certificate)
            return if Trust::Algorithms.sound?(digest, certificate.public_key, proven_at)

            key = Trust::Algorithms.name(certificate.public_key)
            note(:algorithm_ended, name: Trust::Chain.name(certificate), key: key, digest: digest)
          end

          # Of a signer's certificate a fresh answer is wanted; authorities above say seldom how theirs are.
          def judge_status(certificates, used, fresh:)
            certificates.each_cons(2).with_index do |(certificate, issuer), index|
              state = @store.status(certificate, issuer, @roots, time: used, fresh: fresh && index.zero?)
              next if state == :good
              next note_revoked(certificate, state) if state.is_a?(Trust::Status::Revoked)

              next if @unfinished

              note(state == :stale ? :status_stale : :status_missing, name: Trust::Chain.name(certificate))
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

          def note(code, **facts)
            @findings << Finding.new(code: code, where: Problem.new(:signature, field: field), facts: facts)
          end
        end
      end
    end
  end
end
