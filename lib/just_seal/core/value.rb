# frozen_string_literal: true

module JustSeal
  module Core
    # Makes classes of frozen values with named members: `FieldPlacement = Value.of(:page, :x, :y)`.
    module Value
      # +members+: symbols; the block adds methods. All members are keyword arguments and default to nil.
      def self.of(*members, &block)
        Struct.new(*members, keyword_init: true) do
          def initialize(**values)
            super
            freeze
          end

          # The same value with some members replaced.
          def with(**changes) = self.class.new(**to_h, **changes)

          class_eval(&block) if block
        end
      end
    end
  end
end
