# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # What keeps a draft from being sent, and what should be looked at before it is.
      module Readiness
        # +reason+: symbol; +blocks+: true when the docket can't be sent so; +party+: letter or nil; +facts+: values for
        # the wording; +fix+: where it is mended (:parties, :fields, :version or :record); +field+: [position of the
        # document, name of the field] or nil.
        Issue = Value.of(:reason, :blocks, :party, :facts, :fix, :field)

        # +letter+, +name+, +email+, +organisation+, +act+, +kind+ ("outside", "staff" or "group"), +turn+; +members+:
        # number of a group's members; +floor+: level that the rules demand; +reachable+:
        # false where the methods that are known for the party don't reach it
        Party = Value.of(:letter, :name, :email, :organisation, :act, :kind, :turn, :members, :floor, :reachable)

        # +position+, +role+ ("sign" or "enclosure"), +title+; +page_sizes+: [[width, height], ...] in points;
        # +newest+:
        # number of a newer version than the one that is to be sent, or nil; +reserved_by+: who has the record for
        # revision, or nil; +particulars+: {name => [type, kept value or nil]}; +missing+: labels of particulars that
        # the class demands and that are empty.
        Document = Value.of(:position, :role, :title, :page_sizes, :newest, :reserved_by, :particulars, :missing)

        # +title+, +deadline+ (Time or nil), +parties+, +documents+, +spots+ (Fields::FieldPlacement of the documents to
        # be signed); +known+: mail addresses of contacts and staff that could be meant; +staff+: addresses of the
        # staff; +texts+: message and notes.
        Draft = Value.of(:title, :deadline, :parties, :documents, :spots, :known, :staff, :texts)

        ACTS = %w[sign approve acknowledge receive].freeze
        SHORT_DEADLINE_SECONDS = 86_400

        module_function

        # All points, those that block first. +now+: Time; +unprintable+: callable, text to the characters that no face
        # can show.
        def points(draft, now:, unprintable: ->(_text) { [] })
          found = parties(draft) + faces(
            draft,
            unprintable
          ) + deadline(
            draft,
            now
          ) + spots(draft) + soundness(draft) + wording(draft) + draft.documents.flat_map do |one|
                                                                   document(one)
                                                                 end + nothing(draft)
          found.sort_by.with_index { |point, index| [point.blocks ? 0 : 1, index] }
        end

        def ready?(points) = points.none?(&:blocks)

        def parties(draft)
          return [error(:no_party, :parties)] if draft.parties.none? { |party| party.act != "receive" }

          draft.parties.flat_map { |party| party_points(party, draft) + likenesses(party, draft) } + doubles(draft)
        end

        def party_points(party, draft)
          return [error(:staff_not_chosen, :parties, party)] if party.kind == "staff" && party.name.to_s.empty?

          address = party.kind != "group" && !Address.valid?(party.email.to_s)
          [
            (error(:party_without_name, :parties, party) if party.name.to_s.strip.empty?),
            (error(:group_empty, :parties, party, name: party.name) if party.kind == "group" &&

             party.members.to_i.zero?),
            (error(:address_wrong, :parties, party, address: party.email.to_s) if address),
            (if party.reachable == false
               error(:floor_unreachable, :parties, party, name: party.name, floor: party.floor, help: floor_help(party))
             end),
            (error(:no_signature_field, :fields, party, name: party.name) if signs_nowhere?(party, draft))
          ].compact
        end

        def floor_help(party)
          if party.kind == "staff"
            :ask_for_waiver
          else
            :agree_or_tick
          end
        end

        # Addresses that are well formed and yet look mistaken.
        def likenesses(party, draft)
          return [] unless party.kind == "outside" && Address.valid?(party.email.to_s)

          meant = Address.meant(party.email, draft.known.to_a)
          [
            (warning(:address_resembles, :parties, party, address: party.email, meant: meant) if meant),
            (if draft.staff.to_a.include?(Address.normal(party.email))
               warning(
                 :staff_as_outside,
                 :parties,
                 party,
                 name: party.name
               )
             end)
          ].compact
        end

        def signs_nowhere?(party, draft)
          party.act == "sign" && draft.spots.none? { |spot| spot.party == party.letter && spot.kind == "signature" }
        end

        def doubles(draft)
          draft.parties.group_by do |party|
            Address.normal(party.email.to_s)
          end.reject { |address, same| address.empty? || same.size < 2 }
            .map do |address, same|
            warning(
              :same_address_twice,
              :parties,
              same.last,
              address: address
            )
          end + same_names(draft)
        end

        # The same person under two addresses.
        def same_names(draft)
          named = draft.parties.reject do |party|
            party.name.to_s.strip.empty?
          end.group_by { |party| party.name.downcase.squeeze(" ").strip }
          named.values.select do |same|
            same.map do |party|
              Address.normal(party.email.to_s)
            end.uniq.size > 1
          end.map do |same|
            warning(
              :same_name_twice,
              :parties,
              same.last,
              name: same.last.name
            )
          end
        end

        # What is written into the documents or onto the seal certificate needs a face that shows it.
        def faces(draft, unprintable)
          printed(draft).filter_map do |reason, fix, party, text, facts|
            gaps = unprintable.call(text.to_s)
            error(reason, fix, party, characters: gaps.join(" "), **facts) unless gaps.empty?
          end
        end

        # [[reason, fix, party, text, facts], ...]
        def printed(draft)
          of_parties = draft.parties.flat_map do |party|
            {
              name_not_printable: party.name,
              organisation_not_printable: party.organisation,
              address_not_printable: party.email
            }.map do |reason, text|
              [reason, :parties, party, text, { name: party.name }]
            end
          end
          of_parties + [[:title_not_printable, :parties, nil, draft.title, {}]] + draft.documents.map do |one|
            [:document_not_printable, :record, nil, one.title, { document: one.title }]
          end + written(draft)
        end

        # Particulars that are written onto pages when the docket is sent.
        def written(draft)
          draft.spots.select { |spot| spot.kind == "particular" }.filter_map do |spot|
            document = draft.documents.find { |one| one.position == spot.document }
            _, value = document&.particulars.to_h[spot["particular"]]
            if value
              [
                :particular_not_printable,
                :record,
                nil,
                Filing::Particulars.text(value),
                { document: document.title, name: spot["particular"] }
              ]
            end
          end
        end

        # What is about to be sent may be stale, or not know yet what it should.
        def document(document)
          facts = { document: document.title }
          [
            (if document.newest
               warning(
                 :newer_version,
                 :version,
                 nil,
                 number: document.newest,
                 position: document.position,
                 **facts
               )
             end),
            (warning(:being_revised, :version, nil, name: document.reserved_by, **facts) if document.reserved_by),
            (if document.missing.to_a.any?
               warning(
                 :particulars_missing,
                 :record,
                 nil,
                 names: document.missing.join(", "),
                 **facts
               )
             end)
          ].compact
        end

        def nothing(draft)
          draft.documents.none? { |document| document.role == "sign" } ? [error(:nothing_to_sign, :parties)] : []
        end

        def wording(draft)
          marks = draft.texts.to_a.flat_map { |text| WordingMarks.unknown(text) }.uniq
          marks.empty? ? [] : [error(:unknown_mark, :parties, nil, marks: marks.join(" "))]
        end

        def deadline(draft, now)
          return [error(:no_deadline, :parties)] unless draft.deadline
          return [error(:deadline_past, :parties)] if draft.deadline <= now

          draft.deadline - now < SHORT_DEADLINE_SECONDS ? [warning(:deadline_short, :parties)] : []
        end

        def spots(draft)
          draft.spots.flat_map { |spot| off_page(spot, draft) } + overlaps(draft) + unreachable(draft) + astray(draft)
        end

        def off_page(spot, draft)
          sizes = draft.documents.find { |document| document.position == spot.document }&.page_sizes.to_a
          width, height = sizes[spot.page - 1]
          inside = width && spot.x >= 0 && spot.y >= 0 && spot.x + spot.width <= width && spot.y + spot.height <= height
          inside ? [] : [field_error(:field_off_page, spot)]
        end

        def overlaps(draft)
          draft.spots.group_by(&:place).values.flat_map do |same|
            same.combination(2).select do |one, two|
              one.overlaps?(two)
            end
          end
            .map do |one, two|
            warning(
              :fields_overlap,
              :fields,
              nil,
              one: one.title,
              one_party: one.party,
              two: two.title,
              two_party: two.party,
              page: one.page
            ).with(field: [one.document, one.name])
          end
        end

        # Fields that nobody will ever fill in: of a party that is not there, or that only receives a copy.
        def unreachable(draft)
          acts = draft.parties.to_h { |party| [party.letter, party.act] }
          draft.spots.filter_map do |spot|
            next field_error(:field_of_nobody, spot) unless acts.key?(spot.party)

            if acts[spot.party] == "receive" && spot.kind != "particular"
              field_error(
                :field_of_receiver,
                spot,
                party: spot.party
              )
            end
          end
        end

        # Fields of a template whose words are missing in this document.
        def astray(draft)
          draft.spots.reject do |spot|
            spot.anchor.to_s.empty?
          end.map { |spot| field_error(:anchor_missed, spot, words: spot.anchor).with(blocks: false) }
        end

        def soundness(draft)
          turns = draft.parties.to_h { |party| [party.letter, party.turn] }
          particulars = draft.documents.to_h { |document| [document.position, document.particulars.to_h] }
          faults = Fields::FieldValidation.call(draft.spots, turns: turns, particulars: particulars)
          faults.map do |fault|
            field_error(
              fault.reason,
              fault.spot,
           **fault.facts
            ).with(blocks: fault.blocks)
          end.uniq { |point| [point.reason, point.facts] }
        end

        def field_error(reason, spot, **facts)
          error(
            reason,
            :fields,
            nil,
            field: spot.title,
            of: spot.party,
            page: spot.page,
            **facts
          ).with(field: [spot.document, spot.name])
        end

        def error(reason, fix, party = nil, **facts)
          Issue.new(reason: reason, blocks: true, party: party&.letter, facts: facts, fix: fix)
        end

        def warning(reason, fix, party = nil, **facts)
          Issue.new(reason: reason, blocks: false, party: party&.letter, facts: facts, fix: fix)
        end
      end
    end
  end
end
