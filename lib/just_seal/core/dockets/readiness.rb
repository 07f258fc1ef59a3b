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

        # +letter+, +name+, +email+, +telephone+, +organisation+, +act+, +kind+ ("outside", "staff" or "group"), +turn+;
        # +channels+: by which it is written to, see Channels; +text_refused+: do the rules not take a link that came by
        # text message; +members+: number of a group's members; +floor+: level that the rules demand; +reachable+: false
        # where the methods that are known for the party don't reach it
        Party = Value.of(
          *%i[letter name email telephone organisation act kind turn channels text_refused members floor reachable]
        )

        # +position+, +role+ ("sign" or "enclosure"), +title+; +page_sizes+: [[width, height], ...] in points;
        # +newest+: number of a newer version than the one that is to be sent, or nil; +reserved_by+: who has the record
        # for revision, or nil; +particulars+: {name => [type, kept value or nil]}; +missing+: labels of particulars
        # that the class demands and that are empty.
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
          found = [
            *PartyIssues.call(draft),
            *PrintIssues.call(draft, unprintable),
            *deadline(draft, now),
            *FieldIssues.call(draft),
            *wording(draft),
            *draft.documents.flat_map { |one| document(one) },
            *nothing(draft)
          ]
          found.sort_by.with_index { |point, index| [point.blocks ? 0 : 1, index] }
        end

        def ready?(points) = points.none?(&:blocks)

        # What is about to be sent may be stale, or not know yet what it should.
        def document(document)
          facts = { document: document.title }
          newer = { number: document.newest, position: document.position }
          missing = document.missing.to_a
          [
            (warning(:newer_version, :version, **newer, **facts) if document.newest),
            (warning(:being_revised, :version, name: document.reserved_by, **facts) if document.reserved_by),
            (warning(:particulars_missing, :record, names: missing.join(", "), **facts) if missing.any?)
          ].compact
        end

        def nothing(draft)
          draft.documents.none? { |document| document.role == "sign" } ? [error(:nothing_to_sign, :parties)] : []
        end

        def wording(draft)
          marks = draft.texts.to_a.flat_map { |text| WordingMarks.unknown(text) }.uniq
          marks.empty? ? [] : [error(:unknown_mark, :parties, marks: marks.join(" "))]
        end

        def deadline(draft, now)
          return [error(:no_deadline, :parties)] unless draft.deadline
          return [error(:deadline_past, :parties)] if draft.deadline <= now

          draft.deadline - now < SHORT_DEADLINE_SECONDS ? [warning(:deadline_short, :parties)] : []
        end

        # An Issue that keeps the docket from being sent; +party+: Party or nil.
        def error(reason, fix, party = nil, **facts)
          Issue.new(reason: reason, blocks: true, party: party&.letter, facts: facts, fix: fix)
        end

        # One that should be looked at.
        def warning(reason, fix, party = nil, **facts)
          Issue.new(reason: reason, blocks: false, party: party&.letter, facts: facts, fix: fix)
        end
      end
    end
  end
end
