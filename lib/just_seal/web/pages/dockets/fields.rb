# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # The workbench: fields are put on the pages of a draft's documents.
        class Fields < Page
          include FieldWords
          include ReadinessWords

          KEYS = %w[move resize give rename double remove next several all copy steps].freeze

          attr_reader :docket, :documents, :points, :sets

          # +documents+: those that are signed; +fields+: as the browser wants them; +points+: of readiness; +token+:
          # for saving; +sets+: of Queries::FieldSets.live.
          def initialize(context, docket, documents:, fields:, points:, token:, sets: [])
            super(context)
            @docket = docket
            @documents = documents
            @fields = fields
            @points = points
            @token = token
            @sets = sets
          end

          def place = :dockets
          def title = docket.title
          def scripts = %w[pages/placement]
          def missing = points.count(&:blocks)
          def single_pages? = documents.all? { |one| one.version.page_count == 1 }
          def check_path = docket_step_path(docket, :check)
          def keys = KEYS.map { |key| [t(".keys.#{key}.key"), t(".keys.#{key}.does")] }

          def given
            {
              number: docket.number,
              edits: docket.edits,
              csrf: @token,
              documents: paper_data(documents),
              fields: @fields,
              parties: docket.parties.map { |party| { letter: party.letter, name: party.name } },
              kinds: kind_data,
              settings: setting_data,
              sets: data_of_sets(sets),
              particulars: particular_data(documents),
              readiness: points.map { |point| readiness_for_script(point, docket) }
            }
          end
        end
      end
    end
  end
end
