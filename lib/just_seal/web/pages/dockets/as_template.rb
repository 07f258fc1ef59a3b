# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # A docket is kept as a template.
        class AsTemplate < Page
          attr_reader :docket, :name, :problem, :units

          # +units+: of the office; +name+: what it is to be called; +problem+: what was wrong with it.
          def initialize(context, docket, units:, name: docket.title, problem: nil)
            super(context)
            @docket = docket
            @units = units
            @name = name
            @problem = problem
          end

          def place = :dockets
          def title = docket.title
          def path = docket_step_path(docket, "as-template")
          def chosen = [viewer.unit]
        end
      end
    end
  end
end
