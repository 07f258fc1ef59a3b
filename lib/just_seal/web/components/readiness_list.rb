# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # What keeps a draft from being sent, and what is worth a look, each with the link to where it is mended.
      class ReadinessList < Component
        include ReadinessWords

        attr_reader :points

        # +points+: [Core::Dockets::Readiness::Issue, ...] of +docket+.
        def initialize(context, points, docket:, content: nil)
          super(context, content: content)
          @points = points
          @docket = docket
        end

        # [address, words], nil where the page has a button for it.
        def way(point) = point.fix == :version ? nil : readiness_way(point, @docket)
      end
    end
  end
end
