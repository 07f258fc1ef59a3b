# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # What a newer version would make of the fields of a draft, before it does.
        class Newest < Page
          include FieldWords

          # In this order, since what is lost or gone is to be seen first.
          FATES = %i[lost gone moved kept].freeze

          attr_reader :docket, :plan

          # +plan+: Queries::VersionPlan.
          def initialize(context, docket, plan:)
            super(context)
            @docket = docket
            @plan = plan
          end

          def place = :dockets
          def title = docket.title
          def path = docket_step_path(docket, :newest)
          def documents = docket.documents
          def values = { position: plan.document.position, version: plan.version.number }

          def lead
            t(
              ".lead",
              title: plan.document.record.title,
              before: plan.document.version.number,
              after: plan.version.number
            )
          end

          # [[fate, heading, [[letter, field, what becomes of it], ...]], ...], without what there is none of.
          def groups
            found = plan.outcomes.group_by(&:fate)
            FATES.select { |fate| found.key?(fate) }.map do |fate|
              rows = found.fetch(fate).map { |one| [one.spot.party, Words.field(one.spot), sentence(one)] }
              [fate, t(".fates.#{fate}", count: rows.size), rows]
            end
          end

          def tone(fate) = %i[lost gone].include?(fate) ? "late" : nil

          private

          def sentence(one)
            t(".said.#{one.fate}", page: one.page, before: one.spot.page, words: one.words)
          end
        end
      end
    end
  end
end
