# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Two states of one document, and values of either in a form in which they can be compared.
        class Comparison
          attr_reader :before, :after

          # +before+, +after+: State values, whose documents are compared.
          def initialize(before, after)
            @before = before.doc
            @after = after.doc
            @there = { @before => known(before), @after => known(after) }.compare_by_identity
          end

          # A value as it was before, and as it is now.
          def was(value) = normal(value, @before)
          def now(value) = normal(value, @after)

          # Is this object (HexaPDF::Object) the same in both?
          def same?(old, new) = was(old.value) == now(new.value) && stream(old) == stream(new)
          # The keys of two Hashes whose values differ.
          def changed_keys(old, new) = (old.keys | new.keys).reject { |key| was(old[key]) == now(new[key]) }
          # Is everything that a Hash had still in it as it was?
          def kept?(old, new) = old.all? { |name, one| new.key?(name) && was(one) == now(new[name]) }

          # The Hashes that +key+ leads to in one object before and now; empty ones where it leads to none.
          def dictionaries(old, new, key)
            [dictionary(@before, old[key]), dictionary(@after, new[key])]
          end

          # The same for Arrays, as values that can be compared.
          def lists(old, new, key)
            [list(@before, old[key]), list(@after, new[key])]
          end

          # The same for whatever stands there.
          def values(old, new, key) = [@before.deref(old[key]), @after.deref(new[key])]

          private

          def dictionary(doc, value) = plain(doc, value).then { |found| found.is_a?(Hash) ? found : {} }

          def list(doc, value)
            plain(doc, value).then { |found| found.is_a?(Array) ? found.map { |item| normal(item, doc) } : [] }
          end

          def plain(doc, value) = doc.deref(value).then { |found| found.respond_to?(:value) ? found.value : found }

          def stream(object)
            object.data.stream.then { |data| data && object.respond_to?(:raw_stream) ? bytes_of(object) : nil }
          end

          def bytes_of(stream)
            raw = stream.raw_stream
            raw.is_a?(String) ? raw : HexaPDF::Filter.string_from_source(raw.fiber)
          end

          def normal(value, doc)
            case value
            when HexaPDF::Reference then reference(value, doc)
            when HexaPDF::Object then value.indirect? ? reference(value, doc) : normal(value.value, doc)
            when Hash then value.map { |key, item| [key.to_s, normal(item, doc)] }.sort_by(&:first)
            when Array then value.map { |item| normal(item, doc) }
            else value
            end
          end

          # ISO 32000-2, 7.3.10: a reference to what is not there is null.
          def reference(value, doc) = @there[doc][value.oid] ? [:reference, value.oid, value.gen] : nil

          def known(state) = Hash.new { |all, oid| all[oid] = state.there?(oid) }
        end
      end
    end
  end
end
