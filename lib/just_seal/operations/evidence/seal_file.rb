# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts on top of a signed file the proofs for later checking and a document time-stamp (PAdES B-LTA), and hands out
    # nothing that our own check does not call intact.
    class SealFile < Operation
      # +bytes+: the signed file; +known+: certificates whose status +kept+ (Core::Pdf::Seal::Material) proves. Returns
      # bytes. Raises Errors::Unavailable while an authority is away or says nothing that is new enough, and where the
      # file is not intact for another reason, which somebody has to mend. That the seal key is ours needs no asking.
      def call(bytes, known: [], kept: nil)
        sealed = add(bytes, Core::Pdf::Seal.certificates(bytes), known: known, kept: kept)
        report = Core::Pdf::Check.call(sealed, roots: office.roots, register: office.register, at: now)
        return sealed if report.verdict == :intact

        waits = report.verdict == :undetermined
        raise Errors::Unavailable.new(
          waits ? :seal_not_proved : :seal_not_intact,
          finding: report.findings.first.to_kept
        )
      end

      # A renewed file: the newest time-stamp of +bytes+ is proved, and what is beneath by that.
      def renewed(bytes)
        certificates, since = Core::Pdf::Seal.newest_stamp(bytes).values_at(:certificates, :at)
        material = KeepStatuses.new.material(certificates, since: since)
        next_one = KeepStatuses.new.expected
        with_status(bytes, next_one ? joined(material, next_one) : material)
      end

      private

      def add(bytes, certificates, known: [], kept: nil)
        with_status(bytes, proofs(certificates, known, kept))
      end

      # An authority that stamps for the first time is asked about at once.
      def with_status(bytes, material)
        sealed = stamped(bytes, material)
        certificates, since = Core::Pdf::Seal.newest_stamp(sealed).values_at(:certificates, :at)
        return sealed if certificates.all? { |one| material.certificates.include?(one.to_der) }

        stamped(bytes, joined(material, KeepStatuses.new.material(certificates, since: since)))
      end

      def joined(material, more) = material.and(more.certificates, more.ocsps, more.crls)

      def proofs(certificates, known, kept)
        material = office.status.material(certificates, known: known)
        kept ? joined(material, kept) : material
      end

      def stamped(bytes, material) = Core::Pdf::Seal.call(bytes, material: material, timestamp: office.time_stamps)
    end
  end
end
