# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A choice of several from a list.
      class SeveralField < Component
        attr_reader :name, :label, :options, :size, :id

        # +options+: [[value, words, chosen], ...]; +size+: lines that are seen at once.
        def initialize(context, name, label:, options:, size:, content: nil)
          super(context, content: content)
          @name = name
          @label = label
          @options = options
          @size = size
          @id = "f-#{name.gsub(/[^a-z0-9]+/i, "-")}"
        end
      end
    end
  end
end
