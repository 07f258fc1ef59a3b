# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What the signatures that a state of a document carries allow those who come later (ISO 32000-2, 12.8.2).
        class Permissions
          # +signatures+: OneSignature values.
          def initialize(signatures) = @signatures = signatures

          def locked?(field) = @signatures.any? { |one| one.locks?(field) }
          def certified? = @signatures.any?(&:certification?)
          # Does a certification allow nothing but proofs for later checking?
          def closed? = @signatures.filter_map(&:permits).min == 1
        end
      end
    end
  end
end
