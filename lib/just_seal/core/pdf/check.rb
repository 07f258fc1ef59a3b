# frozen_string_literal: true

require "hexapdf"
require "openssl"
require "zlib"

module JustSeal
  module Core
    module Pdf
      # Says of any PDF whether it is what was signed and sealed, who signed, and what was done to it since.
      class Check
        # What the PDF library raises on files that are malformed on purpose or by damage, found by changing bytes one
        # by one.
        LIBRARY_FAULTS = [
          HexaPDF::Error,
          NoMethodError,
          TypeError,
          ArgumentError,
          RangeError,
          Zlib::Error,
          EncodingError,
          OpenSSL::OpenSSLError, # a time or number that is asked for late
          Errno::EINVAL # a place before the beginning
        ].freeze
        # Of findings, the gravest first; notes come last.
        GRADES = %i[unreadable altered untrusted unfinished undetermined].freeze
        HEADER = /%PDF-\d/n
        # Each has to be read by itself. A docket with all its parties and renewals makes some dozens.
        MAX_REVISIONS = 500
        HEADER_BYTES = 1024 # ISO 32000-2, annex C: readers look for the header this far

        # +bytes+: anything; +roots+: certificates of accepted authorities; +at+: Time for which it is asked whether all
        # is proved; +sealers+: who may seal, as of Trust::Identity.one_of?; [] for whoever it was; +register+: until
        # when algorithms are a proof. Never raises for the content of +bytes+.
        def self.call(bytes, roots:, at:, sealers: [], register: Trust::Register.usual)
          new(bytes.b, Trust::Paths.new(roots, register), at, sealers).report
        end

        def initialize(bytes, paths, at, sealers)
          @bytes = bytes
          @paths = paths
          @roots = paths.roots
          @at = at
          @sealers = sealers
        end

        def report
          return plain(:not_a_pdf) unless @bytes.byteslice(0, HEADER_BYTES).match?(HEADER)
          return plain(:too_many_revisions) if Strata.marks(@bytes).size > MAX_REVISIONS

          readable = read
          readable == :valid ? judged : plain(readable)
        end

        private

        # :valid or the Finding code.
        def read
          @last = State.new(@bytes)
          @last.doc.pages.count
          @last.doc.encrypted? ? :encrypted : :valid
        rescue HexaPDF::EncryptionError
          :encrypted
        rescue *LIBRARY_FAULTS
          :damaged
        end

        def judged
          return plain(hidden? ? :signatures_hidden : :never_sealed) if signatures.empty?

          strata = Strata.new(@last, signatures)
          whole(signatures.flat_map(&:findings) + layer_findings(strata) + top_findings(strata), strata.layers)
        rescue *LIBRARY_FAULTS
          whole([finding(:damaged, :file)], [], [])
        end

        def signatures
          @signatures ||= @last.signature_fields.map do |field|
            OneSignature.new(
              field.full_field_name,
              SignatureDictionary.new(field.field_value),
              digests,
              paths: @paths,
              store: store
            )
          end.sort_by(&:covers_bytes).tap { |all| prove(all) }
        end

        def digests
          @digests ||= RunningDigest.new(
            @bytes,
            places: @last.signature_fields.filter_map { |field| covered_first(field.field_value[:ByteRange]) }
          )
        end

        def covered_first(range)
          size = range.to_a[1] if range.respond_to?(:to_a)
          size if size.is_a?(Integer) && size.between?(1, @bytes.bytesize)
        end

        # From the outermost time-stamp inwards: what one covers was there at its time (ETSI EN 319 102-1, 5.6.3).
        def prove(signatures)
          proven = nil
          signatures.reverse_each do |one|
            one.prove(proven || @at, newest: proven.nil?, unfinished: unfinished?(signatures))
            proven = one.time if one.proves?
          end
          signatures.each_cons(2) { |lower, upper| upper.follow(lower) }
          roles(signatures).judge
        end

        def roles(signatures = self.signatures) = Roles.new(signatures, @sealers)

        # Was it certified, to be sealed at its end, and is not sealed? Its proofs come with the seal.
        def unfinished?(all = signatures) = all.any?(&:certification?) && all.none?(&:archive?)

        # Does an earlier state carry signatures? Whoever takes them out of the last one can't take them out of the
        # file.
        def hidden?
          Strata.marks(@bytes).reverse_each.any? { |mark| signed_then?(mark) }
        end

        def signed_then?(mark)
          State.new(@bytes.byteslice(0, mark)).signature_fields.any?
        rescue *LIBRARY_FAULTS
          false
        end

        def store = @store ||= SecurityStore.new(@last.doc, roots: @roots)
        def layer_findings(strata) = strata.layers.flat_map(&:faults)

        # What lies on top of everything that a signature covers, and what holds for the file as a whole.
        def top_findings(strata)
          [
            loose(strata),
            unclear(strata),
            (finding(:added_after_seal, :last_revision) if on_top?(strata)),
            (finding(:references_wrong, :cross_references) if strata.guessed?),
            (finding(:certification_lost, :catalogue) unless certification_bound?),
            (finding(:not_by_a_sealer, :document) if roles.unsealed?),
            (finding(:not_sealed_yet, :document, last: signatures.last.signer.to_s) if unfinished?)
          ].compact
        end

        def loose(strata)
          return unless strata.loose_bytes.positive?

          place = Problem.new(:after_byte, byte: @bytes.bytesize - strata.loose_bytes)
          finding(:bytes_after_end, place, count: strata.loose_bytes)
        end

        # What readers may read differently. What stands behind the last end mark is loose, and said already.
        def unclear(strata)
          what = strata.unclear
          return if what.nil? || (what.reason == :bytes_between && strata.loose_bytes.positive?)

          finding(what.reason, Problem.new(:after_byte, byte: what.at), **what.facts)
        end

        # Above the last document time-stamp there is nothing, whatever it is; without one, nothing that nobody signed
        # but proofs.
        def on_top?(strata)
          last = strata.layers.last
          last&.kind == :foreign || (last&.kind == :proofs && signatures.any?(&:archive?))
        end

        # ISO 32000-2, 12.8.6: the catalogue names the signature that certifies.
        def certification_bound?
          certifying = signatures.select(&:certification?)
          named = @last.doc.catalog[:Perms]&.[](:DocMDP)
          certifying.empty? ? named.nil? : certifying.any? { |one| one.dictionary == named }
        end

        def finding(code, where, **facts) = Finding.new(code: code, where: where, facts: facts)
        def plain(code) = whole([finding(code, :file)], [], [])

        def whole(findings, layers, signed = signatures)
          facts = signed.to_h { |one| [one, one.facts.with(indication: Indication.within(one.findings, findings))] }
          Report.new(
            at: @at,
            signatures: facts.values,
            revisions: layers.map { |layer| layer.with(signature: facts[layer.signature]) },
            findings: findings.uniq.sort_by.with_index do |one, index|
              [GRADES.index(one.grade) || GRADES.size, index]
            end,
            size: @bytes.bytesize,
            sha256: OpenSSL::Digest::SHA256.hexdigest(@bytes),
            sealers: @sealers
          )
        end
      end
    end
  end
end
