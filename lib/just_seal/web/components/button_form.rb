# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A form of one button, its CSRF token inside. +values+: {name => value} that go along; what the block writes
      # stands before the button.
      class ButtonForm < Component
        STYLES = {
          main: "btn btn-primary",
          quiet: "btn btn-outline-primary",
          grave: "btn btn-outline-danger",
          link: "as-link"
        }.freeze

        attr_reader :path, :label, :values

        # +style+: a key of STYLES; further options become attributes of the form.
        def initialize(context, path, label:, style: :quiet, values: {}, content: nil, **attributes)
          super(context, content: content)
          @path = path
          @label = label
          @style = style
          @values = values
          @attributes = attributes
        end

        def style = STYLES.fetch(@style)
        def form = attributes(method: "post", action: path, **@attributes)
      end
    end
  end
end
