# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      module Readiness
        # What is wrong with the fields on the pages.
        module FieldIssues
          module_function

          def call(draft)
            off_page(draft) + overlaps(draft) + unreachable(draft) + astray(draft) + invalid(draft)
          end

          def off_page(draft)
            draft.spots.reject { |spot| on_page?(spot, draft) }.map { |spot| error(:field_off_page, spot) }
          end

          def on_page?(spot, draft)
            document = draft.documents.find { |one| one.position == spot.document }
            width, height = document&.page_sizes.to_a[spot.page - 1]
            width && [spot.x, spot.y].none?(&:negative?) &&
              spot.x + spot.width <= width && spot.y + spot.height <= height
          end

          def overlaps(draft)
            pairs = draft.spots.group_by(&:place).values.flat_map { |same| same.combination(2).to_a }
            pairs.select { |one, two| one.overlaps?(two) }.map { |one, two| overlap(one, two) }
          end

          def overlap(one, two)
            facts = { one: one.title, one_party: one.party, two: two.title, two_party: two.party, page: one.page }
            Readiness.warning(:fields_overlap, :fields, **facts).with(field: [one.document, one.name])
          end

          # Fields that nobody will ever fill in: of a party that is not there, or that only receives a copy.
          def unreachable(draft)
            acts = draft.parties.to_h { |party| [party.letter, party.act] }
            draft.spots.filter_map do |spot|
              next error(:field_of_nobody, spot) unless acts.key?(spot.party)

              receives = acts[spot.party] == "receive" && spot.kind != "particular"
              error(:field_of_receiver, spot, party: spot.party) if receives
            end
          end

          # Fields whose words are missing in this document: nobody is asked to fill in what may stand beside others.
          def astray(draft)
            draft.spots.reject { |spot| spot.anchor.to_s.empty? }
              .map { |spot| error(:anchor_missed, spot, words: spot.anchor) }
          end

          # What Fields::FieldValidation finds.
          def invalid(draft)
            turns = draft.parties.to_h { |party| [party.letter, party.turn] }
            particulars = draft.documents.to_h { |document| [document.position, document.particulars.to_h] }
            faults = Fields::FieldValidation.call(draft.spots, turns: turns, particulars: particulars)
            issues = faults.map { |fault| error(fault.reason, fault.spot, **fault.facts).with(blocks: fault.blocks) }
            issues.uniq { |issue| [issue.reason, issue.facts] }
          end

          def error(reason, spot, **facts)
            Readiness.error(reason, :fields, nil, field: spot.title, of: spot.party, page: spot.page, **facts)
              .with(field: [spot.document, spot.name])
          end
        end
      end
    end
  end
end
