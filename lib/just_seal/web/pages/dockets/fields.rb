# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # The workbench: fields are put on the pages of a draft's documents.
        class Fields < Page
          include FieldWords
          include ReadinessWords

          KEYS = %w[move resize give double remove next several all copy steps].freeze

          attr_reader :docket, :documents, :points

          # +documents+: those that are signed; +fields+: as the browser wants them; +points+: of readiness; +token+:
          # for saving.
          def initialize(context, docket, documents:, fields:, points:, token:)
            super(context)
            @docket = docket
            @documents = documents
            @fields = fields
            @points = points
            @token = token
          end

          def place = :dockets
          def title = docket.title
          def scripts = %w[placement]
          def missing = points.count(&:blocks)
          def single_pages? = documents.all? { |one| one.version.page_count == 1 }
          def check_path = docket_step_path(docket, :check)
          def keys = KEYS.map { |key| [t(".keys.#{key}.key"), t(".keys.#{key}.does")] }

          # What the workbench's script starts with, as data attributes.
          def data
            {
              data_placement: true,
              data_number: docket.number,
              data_edits: docket.edits,
              data_csrf: @token,
              data_documents: json(paper_data(documents)),
              data_fields: json(@fields),
              data_parties: json(docket.parties.map { |party| { letter: party.letter, name: party.name } }),
              data_kinds: json(kind_data),
              data_settings: json(setting_data),
              data_particulars: json(particular_data(documents)),
              data_readiness: json(points.map { |point| readiness_for_script(point, docket) })
            }
          end

          private

          def json(values) = JSON.generate(values)
        end
      end
    end
  end
end
