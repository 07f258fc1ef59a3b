# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # What keeps a draft from being sent, and what should be looked at before it is.
      module Readiness
        # +reason+: symbol; +blocks+: true when the docket can't be sent so; +party+: letter or nil; +facts+: values for the wording;
        # +fix+: the step that mends it, :who or :where.
        Point = Value.of(:reason, :blocks, :party, :facts, :fix)

        # +letter+, +name+, +email+, +act+, +kind+ ("outside" or "staff"), +turn+
        Party = Value.of(:letter, :name, :email, :act, :kind, :turn)

        # +known+: mail addresses of contacts and staff that could be meant; +staff+: addresses of the staff; +texts+: message and notes; +newest+: number of a newer
        # version than the one that is to be sent, or nil; +reserved_by+: who has the record for revision, or nil. +title+, +deadline+ (Time or nil), +parties+, +spots+ (Fields::Spot), +page_sizes+ ([[width, height], ...] in points)
        Draft = Value.of(:title, :deadline, :parties, :spots, :page_sizes, :known, :staff, :texts, :newest, :reserved_by)

        ACTS = %w[sign approve acknowledge receive].freeze
        SHORT_DEADLINE_SECONDS = 86_400

        module_function

        # All points, those that block first. +now+: Time; +unprintable+: callable, text to the characters that no face can show.
        def points(draft, now:, unprintable: ->(_text) { [] })
          found = parties(draft) + faces(draft, unprintable) + deadline(draft, now) + spots(draft) + wording(draft) + document(draft)
          found.sort_by { |point| point.blocks ? 0 : 1 }
        end

        def ready?(points) = points.none?(&:blocks)

        def parties(draft)
          return [block(:no_party, :who)] if draft.parties.none? { |party| party.act != "receive" }

          draft.parties.flat_map { |party| party_points(party, draft) + likenesses(party, draft) } + doubles(draft)
        end

        def party_points(party, draft)
          [(block(:party_without_name, :who, party) if party.name.to_s.strip.empty?),
           (block(:address_wrong, :who, party, address: party.email.to_s) unless Address.valid?(party.email.to_s)),
           (block(:no_signature_field, :where, party, name: party.name) if signs_nowhere?(party, draft))].compact
        end

        # Addresses that are well formed and yet look mistaken.
        def likenesses(party, draft)
          return [] unless party.kind == "outside" && Address.valid?(party.email.to_s)

          meant = Address.meant(party.email, draft.known.to_a)
          [(look(:address_resembles, :who, party, address: party.email, meant: meant) if meant),
           (look(:staff_as_outside, :who, party, name: party.name) if draft.staff.to_a.include?(Address.normal(party.email)))].compact
        end

        def signs_nowhere?(party, draft)
          party.act == "sign" && draft.spots.none? { |spot| spot.party == party.letter && spot.kind == "signature" }
        end

        def doubles(draft)
          draft.parties.group_by { |party| Address.normal(party.email.to_s) }.reject { |address, same| address.empty? || same.size < 2 }
            .map { |address, same| look(:same_address_twice, :who, same.last, address: address) } + same_names(draft)
        end

        # The same person under two addresses.
        def same_names(draft)
          named = draft.parties.reject { |party| party.name.to_s.strip.empty? }.group_by { |party| party.name.downcase.squeeze(" ").strip }
          named.values.select { |same| same.map { |party| Address.normal(party.email.to_s) }.uniq.size > 1 }.map { |same| look(:same_name_twice, :who, same.last, name: same.last.name) }
        end

        def faces(draft, unprintable)
          draft.parties.filter_map do |party|
            gaps = unprintable.call(party.name.to_s)
            block(:name_not_printable, :who, party, characters: gaps.join(" "), name: party.name) unless gaps.empty?
          end
        end

        # What is about to be sent may be stale.
        def document(draft)
          [(look(:newer_version, :version, nil, number: draft.newest) if draft.newest), (look(:being_revised, :version, nil, name: draft.reserved_by) if draft.reserved_by)].compact
        end

        def wording(draft)
          marks = draft.texts.to_a.flat_map { |text| WordingMarks.unknown(text) }.uniq
          marks.empty? ? [] : [block(:unknown_mark, :who, nil, marks: marks.join(" "))]
        end

        def deadline(draft, now)
          return [block(:no_deadline, :who)] unless draft.deadline
          return [block(:deadline_past, :who)] if draft.deadline <= now

          draft.deadline - now < SHORT_DEADLINE_SECONDS ? [look(:deadline_short, :who)] : []
        end

        def spots(draft)
          draft.spots.flat_map { |spot| off_page(spot, draft) } + overlaps(draft) + orphans(draft)
        end

        def off_page(spot, draft)
          width, height = draft.page_sizes[spot.page - 1]
          inside = width && spot.x >= 0 && spot.y >= 0 && spot.x + spot.width <= width && spot.y + spot.height <= height
          inside ? [] : [block(:field_off_page, :where, nil, field: spot.label, page: spot.page)]
        end

        def overlaps(draft)
          draft.spots.combination(2).select { |one, two| one.overlaps?(two) }
            .map { |one, two| look(:fields_overlap, :where, nil, one: one.label, two: two.label, page: one.page) }
        end

        def orphans(draft)
          letters = draft.parties.map(&:letter)
          lost = draft.spots.reject { |spot| letters.include?(spot.party) }
          lost.map { |spot| block(:field_of_nobody, :where, nil, field: spot.label, page: spot.page) }
        end

        def block(reason, fix, party = nil, **facts) = Point.new(reason: reason, blocks: true, party: party&.letter, facts: facts, fix: fix)
        def look(reason, fix, party = nil, **facts) = Point.new(reason: reason, blocks: false, party: party&.letter, facts: facts, fix: fix)
      end
    end
  end
end
