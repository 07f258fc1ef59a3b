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

      # The same of +certificates+ alone, whatever else the file is: what is beneath is proved by what is on top.
      def add(bytes, certificates, known: [], kept: nil)
        material = proofs(certificates, known, kept)
        sealed = stamped(bytes, material)
        another = Core::Pdf::Seal.newest_stamp(sealed).reject { |one| material.certificates.include?(one.to_der) }
        return sealed if another.empty?

        more = office.status.material(Core::Pdf::Seal.newest_stamp(sealed))
        stamped(bytes, material.and(more.certificates, more.ocsps, more.crls))
      end

      private

      def proofs(certificates, known, kept)
        material = office.status.material(certificates, known: known)
        kept ? material.and(kept.certificates, kept.ocsps, kept.crls) : material
      end

      def stamped(bytes, material) = Core::Pdf::Seal.call(bytes, material: material, timestamp: office.time_stamps)
    end
  end
end
