# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A field of a form with its label, help, and what was wrong with it. What need not be filled in says so.
      class FormField < Component
        attr_reader :name, :label, :value, :problem, :help, :kind, :id, :rows

        # +kind+: of an input, or "textarea"; +problem+: sentence or nil; +note+: behind the label, instead of that it
        # is optional; further options become attributes.
        def initialize(
          context, name, label:, value: nil, problem: nil, help: nil, kind: "text", required: true, id: nil, rows: 4,
          note: nil, content: nil, **attributes
        )
          super(context, content: content)
          @name = name
          @label = label
          @value = value.to_s
          @problem = problem
          @help = help
          @kind = kind
          @note = note
          @required = required
          @id = id || "f-#{name.gsub(/[^a-z0-9]+/i, "-")}"
          @rows = rows
          @attributes = attributes
        end

        # What stands behind the label.
        def note = @note || (t("forms.optional") unless @required)
        def long? = kind == "textarea"

        def control
          attributes(
            id: id,
            name: name,
            class: "form-control#{" is-invalid" if problem}",
            type: (kind unless long?),
            value: (value unless long? || kind == "file"),
            rows: (rows if long?),
            aria_describedby: described,
            aria_invalid: ("true" if problem),
            **@attributes
          )
        end

        private

        def described
          ids = [("#{id}-problem" if problem), ("#{id}-help" if help)].compact
          ids.join(" ") unless ids.empty?
        end
      end
    end
  end
end
