# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What an update changed in what is said of the document as a whole: its version, extensions, information, the
        # form's resources, the proofs for later checking.
        class DocumentChanges
          # What programs write down of their own work.
          INFORMATION_KEYS = %i[ModDate Producer].freeze
          VERSIONS = /\A(?:1\.[0-7]|2\.0)\z/
          PROOF_LISTS = %i[Certs OCSPs CRLs].freeze

          # +comparison+: Comparison.
          def initialize(comparison) = @comparison = comparison

          # Proofs for later checking only ever become more.
          def proofs_kept?
            old, new = @comparison.dictionaries(catalog(:before), catalog(:after), :DSS)
            held, there = @comparison.dictionaries(old, new, :VRI)
            (held.keys - there.keys).empty? && PROOF_LISTS.all? do |key|
              before, after = @comparison.lists(old, new, key)
              (before - after).empty?
            end
          end

          # The keys of the information on the document that were changed, but for what programs write of themselves.
          def information
            trailers = %i[before after].map { |state| @comparison.public_send(state).trailer.value }
            @comparison.changed_keys(*@comparison.dictionaries(*trailers, :Info)) - INFORMATION_KEYS
          end

          # Keys of the catalogue whose change nothing explains.
          def catalogue
            [
              (:Version unless version_fits?),
              (:Extensions unless kept?(catalog(:before), catalog(:after), :Extensions))
            ].compact
          end

          # The same of the form; +old+, +new+: its dictionaries as Hash.
          def form(old, new)
            [
              (:SigFlags unless flags_fit?(old, new)),
              (:DR unless resources_kept?(*@comparison.dictionaries(old, new, :DR)))
            ].compact
          end

          private

          def catalog(state) = @comparison.public_send(state).catalog.value
          def kept?(old, new, key) = @comparison.kept?(*@comparison.dictionaries(old, new, key))
          # Resources of each kind may become more, and none of them another.
          def resources_kept?(old, new) = old.each_key.all? { |kind| kept?(old, new, kind) }

          # ISO 32000-2, 7.7.2, table 29: a later version than before, of those there are.
          def version_fits?
            before, after = @comparison.values(catalog(:before), catalog(:after), :Version)
            before == after || (VERSIONS.match?(after.to_s) && before.to_s <= after.to_s)
          end

          # ISO 32000-2, 12.7.3, table 225: flags that only ever say more.
          def flags_fit?(old, new)
            before, after = @comparison.values(old, new, :SigFlags).map { |flags| flags || 0 }
            before == after || (after.is_a?(Integer) && (0..3).cover?(after) && (after & before.to_i) == before)
          end
        end
      end
    end
  end
end
