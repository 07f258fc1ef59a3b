# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Where one state of a document refers to an object number. A number that is referred to and not there shows
        # nothing today, and whatever a later update puts there tomorrow.
        class ObjectReferences
          # +doc+: HexaPDF document; +mentions+: Mentions of the file, where anything but dangling is asked; +till+: how
          # much of the file is there, in bytes.
          def initialize(doc, mentions = nil, till = 0)
            @doc = doc
            @mentions = mentions
            @till = till
          end

          # Those of +oids+ that some object refers to, though none of them is there. A picture may hold the bytes of a
          # mention by chance: the objects decide.
          def awaited(oids)
            oids.any? { |oid| @mentions.any?(oid, @till) } ? oids & referred.keys : []
          end

          # Numbers that something refers to and that are not there.
          def dangling = referred.keys.reject { |oid| oid.zero? || @doc.revisions.object?(oid) }

          # Does anything refer to object +oid+ but the objects +known+ do? +keys+: under which they usually do, which
          # spares reading every object.
          def elsewhere?(oid, known, keys: [])
            return false if keys.any? && !@mentions.elsewhere?(oid, @till, keys)

            (referred.fetch(oid, []) - known).any?
          end

          private

          # {object number => numbers of the objects that refer to it; the trailer's is 0}
          def referred
            @referred ||= Hash.new { |all, oid| all[oid] = [] }.tap do |all|
              @doc.each { |object| references(object.value) { |oid| all[oid] << object.oid } unless trailer?(object) }
              references(@doc.trailer.value) { |oid| all[oid] << 0 }
              all.default = nil
            end
          end

          # A cross-reference stream is the trailer of its revision.
          def trailer?(object) = object.value.is_a?(Hash) && object.value[:Type] == :XRef

          def references(value, &block)
            case value
            when HexaPDF::Reference then yield value.oid
            when HexaPDF::Object then value.indirect? ? yield(value.oid) : references(value.value, &block)
            when Hash then value.each_value { |item| references(item, &block) }
            when Array then value.each { |item| references(item, &block) }
            end
          end
        end
      end
    end
  end
end
