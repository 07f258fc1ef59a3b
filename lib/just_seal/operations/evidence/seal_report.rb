# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a report and seals it as documents are sealed (PAdES B-LTA).
    class SealReport < Operation
      # +account+: as Core::Pdf::Report takes it. Returns bytes. Raises Errors::Unavailable while an authority is away.
      def call(account)
        plain = Core::Pdf::Report.call(account, faces: office.faces, words: Words.in_document("report"))
        bytes = Core::Pdf::CertifyForSigning.call(
          plain,
          spots: [],
          reason: account["title"],
          **signature_options(:seal)
        )
        SealFile.call(bytes)
      end
    end
  end
end
