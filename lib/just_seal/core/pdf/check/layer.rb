# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # One revision of a PDF as a stratum. +first+, +last+: where its bytes begin and end; +kind+: :original,
        # :certification, :act, :proofs, :archive or :foreign; +by+: the signer's name, or a Symbol; +signature+: the
        # OneSignature that ends it, or nil; +changes+: as Changes#summary; +faults+: Finding values.
        Layer = Value.of(:first, :last, :kind, :by, :signature, :changes, :faults) do
          def allowed? = faults.empty?
        end
      end
    end
  end
end
