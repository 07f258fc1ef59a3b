# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # Which units of the office may use something; none means all.
      class UnitChoice < Component
        attr_reader :units

        def initialize(context, units:, chosen:, content: nil)
          super(context, content: content)
          @units = units
          @chosen = chosen
        end

        def chosen?(unit) = @chosen.include?(unit)
      end
    end
  end
end
