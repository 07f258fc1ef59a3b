# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # The document as it was at the end of one revision: the file up to there, and what is read of it only where it
        # is asked for.
        class State
          attr_reader :bytes

          def initialize(bytes) = @bytes = bytes

          def doc = @doc ||= Signing.open(@bytes)
          def shape = @shape ||= ObjectRoles.new(doc)
          def mentions = @mentions ||= ObjectReferences.new(doc, @bytes)

          # Did some cross-reference lead nowhere, so that the reader had to guess? Readers guess differently.
          def guessed? = doc.revisions.parser.reconstructed?

          # The fields that carry a signature.
          def signature_fields
            return [] unless doc.catalog.key?(:AcroForm)

            doc.acro_form.each_field.select do |field|
              field.field_type == :Sig && field.field_value.is_a?(HexaPDF::Dictionary)
            end
          end
        end
      end
    end
  end
end
