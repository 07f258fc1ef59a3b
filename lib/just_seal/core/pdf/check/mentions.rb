# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Where a file mentions object numbers, read once for all of its states: in its bytes, and in the objects that
        # are packed into streams.
        class Mentions
          REFERENCE = /(?<!\d)(\d{1,10})\s+\d+\s+\z/n
          WORD = /\w/n
          NAME_BEFORE = 48 # bytes in which a reference and the key before it find room

          # +bytes+: the file; +doc+: HexaPDF document of its last state.
          def initialize(bytes, doc)
            @bytes = bytes
            @doc = doc
          end

          # Is +oid+ mentioned before byte +till+?
          def any?(oid, till) = places.fetch(oid, NONE).any? { |place, _| place < till }

          # Is it mentioned before byte +till+ elsewhere than under one of +keys+?
          def elsewhere?(oid, till, keys)
            places.fetch(oid, NONE).any? do |place, before|
              place < till && keys.none? { |key| before.end_with?("/#{key} ") }
            end
          end

          private

          NONE = [].freeze
          private_constant :NONE

          # {object number => [[byte, what stands before it], ...]}
          def places
            @places ||= Hash.new { |all, oid| all[oid] = [] }.tap do |all|
              scan(@bytes) { |oid, at, before| all[oid] << [at, before] }
              packs.each { |at, text| scan(text) { |oid, _, before| all[oid] << [at, before] } }
              all.default = nil
            end
          end

          # What ends in an R is few, and looked at closely.
          def scan(text)
            at = -1
            while (at = text.index("R", at + 1))
              next if text[at + 1]&.match?(WORD)

              before = text.byteslice([at - NAME_BEFORE, 0].max, [at, NAME_BEFORE].min)
              match = REFERENCE.match(before) or next
              yield match[1].to_i, at, match.pre_match
            end
          end

          # [[where the pack stands, what is in it], ...]
          def packs
            entries = @doc.revisions.flat_map { |revision| revision.xref_section.each.map { |_, _, entry| entry } }
            numbers = entries.select(&:compressed?).map(&:objstm).uniq
            places = entries.select(&:in_use?).to_h { |entry| [entry.oid, entry.pos] }
            numbers.filter_map do |oid|
              pack = @doc.object(oid)
              [places.fetch(oid, 0), pack.stream] if pack.respond_to?(:stream)
            end
          end
        end
      end
    end
  end
end
