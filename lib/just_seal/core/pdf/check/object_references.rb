# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Where one state of a document refers to an object number. A number that is referred to and not there shows
        # nothing today, and whatever a later update puts there tomorrow.
        class ObjectReferences
          # +doc+: HexaPDF document; +bytes+: the file it was read from.
          def initialize(doc, bytes)
            @doc = doc
            @bytes = bytes
          end

          # Those of +oids+ that some object refers to, though none of them is there.
          def awaited(oids)
            return [] if oids.empty?

            named = /(?<!\d)(?:#{oids.join("|")})\s+\d+\s+R\b/n
            return [] unless # a picture may hold these bytes by chance: the objects decide
texts.any? do |text|
  text.match?(named)
end

            oids & referred.keys
          end

          # Numbers that something refers to and that are not there.
          def dangling = referred.keys.reject { |oid| oid.zero? || @doc.revisions.object?(oid) }

          # Does anything refer to object +oid+ but the objects +known+ do? +keys+: under which they usually do, which
          # spares reading every object.
          def elsewhere?(oid, known, keys: [])
            return false if keys.any? && texts.none? do |text|
              text.match?(
                /#{keys.map do |key|
                  "(?<!/#{key} )"
                end.join}(?<!\d)#{oid}\s+\d+\s+R\b/n
              )
            end

            (referred.fetch(oid, []) - known).any?
          end

          private

          # What references can be written in: the file, and the objects that are packed into streams.
          def texts = @texts ||= [@bytes, *packs.map(&:stream)]

          def packs
            numbers = @doc.revisions.flat_map do |revision|
              revision.xref_section.each.filter_map do |_, _, entry|
                entry.objstm if entry.compressed?
              end
            end.uniq
            numbers.filter_map { |oid| @doc.object(oid) }.select { |object| object.respond_to?(:stream) }
          end

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
