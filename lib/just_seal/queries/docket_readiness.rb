# frozen_string_literal: true

module JustSeal
  module Queries
    # The readiness of a draft, computed by the core from its rows.
    module DocketReadiness
      module_function

      # [Core::Dockets::Readiness::Point, ...]
      def call(docket, now:, faces: JustSeal.office.faces)
        parties = docket.parties_dataset.all
        letters = parties.to_h { |party| [party.id, party.letter] }
        document = docket.documents_dataset.first
        draft = Core::Dockets::Readiness::Draft.new(
          title: docket.title, deadline: docket.deadline, page_sizes: document.version.page_sizes.to_a, parties: parties.map do |party|
            seat(party)
          end,
          spots: document.fields_dataset.map { |field| field.spot(letters.fetch(field.party_id)) }
        )
        Core::Dockets::Readiness.points(draft, now: now, unprintable: ->(text) { faces.missing(text, :text) })
      end

      def seat(party)
        Core::Dockets::Readiness::Party.new(letter: party.letter, name: party.name, email: party.email, act: party.act, kind: party.kind,
          turn: party.turn)
      end
    end
  end
end
