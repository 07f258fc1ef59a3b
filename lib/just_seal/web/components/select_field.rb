# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A choice from a list, with its label, help, and what was wrong with it.
      class SelectField < Component
        attr_reader :name, :label, :options, :problem, :help, :id, :note

        # +options+: [[value, words], ...]; +value+: the chosen one; +note+: behind the label.
        def initialize(
          context, name, label:, options:, value: nil, problem: nil, help: nil, id: nil, note: nil, content: nil,
          **attributes
        )
          super(context, content: content)
          @name = name
          @label = label
          @options = options
          @value = value.to_s
          @problem = problem
          @help = help
          @note = note
          @id = id || "f-#{name.gsub(/[^a-z0-9]+/i, "-")}"
          @attributes = attributes
        end

        def chosen?(key) = key.to_s == @value

        def control
          attributes(
            id: id,
            name: name,
            class: "form-select#{" is-invalid" if problem}",
            aria_invalid: ("true" if problem),
            aria_describedby: ("#{id}-problem" if problem),
            **@attributes
          )
        end
      end
    end
  end
end
