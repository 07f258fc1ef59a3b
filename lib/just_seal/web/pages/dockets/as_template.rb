# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # A docket is kept as a template.
        class AsTemplate < Page
          attr_reader :docket, :name, :problem, :units, :chosen, :code

          # +units+: of the office; +templates+: of Queries::DocketTemplates, that can get a new version; +name+: what
          # it is to be called; +problem+: what was wrong with it.
          def initialize(
            context, docket, units:, templates:, name: docket.title, chosen: [context.viewer.unit], code: "",
            files: false, problem: nil
          )
            super(context)
            @docket = docket
            @units = units
            @templates = templates
            @chosen = chosen
            @code = code
            @files = files
            @name = name
            @problem = problem
          end

          def place = :dockets
          def title = docket.title
          def path = docket_step_path(docket, "as-template")
          def files? = @files
          def replaces? = @templates.any?

          def option(one) = [one.row.code, t(".version_of", code: one.row.code, title: one.title)]

          def template_options
            [["", t(".of_its_own")], *@templates.map { |one| option(one) }]
          end
        end
      end
    end
  end
end
