# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # One revision of a PDF as a stratum. +first+, +last+: where its bytes begin and end; +kind+: :original,
        # :certification,
        # :act, :proofs, :archive or :foreign; +by+: who, in words; +signature+: the OneSignature that ends it, or nil;
        # +changes+: sentences; +faults+: Finding values.
        Layer = Value.of(:first, :last, :kind, :by, :signature, :changes, :faults) do
          def allowed? = faults.empty?

          def to_json_object
            { "bytes" => [first, last], "by" => by, "kind" => kind.to_s, "changes" => changes, "allowed" => allowed? }
          end
        end
      end
    end
  end
end
