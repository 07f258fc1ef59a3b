# frozen_string_literal: true

module JustSeal
  module Web
    # Form fields with their labels and errors.
    module Forms
      # A field with label, help and error. +kind+: text, date, email, textarea; +value+: what was typed; +problem+:
      # sentence or nil.
      def field(name, label, value: nil, problem: nil, help: nil, kind: "text", required: false, id: nil, **attributes)
        erb(
          :"shared/field",
          layout: false,
          locals: {
            name: name,
            label: label,
            value: value.to_s,
            problem: problem,
            help: help,
            kind: kind,
            required: required,
            id: id || "f-#{name.gsub(/[^a-z0-9]+/i, "-")}",
            attributes: attributes
          }
        )
      end

      # A choice; +options+: [[value, label], ...].
      def choice(name, label, options, value: nil, problem: nil, help: nil, **attributes)
        erb(
          :"shared/choice",
          layout: false,
          locals: {
            name: name,
            label: label,
            options: options,
            value: value.to_s,
            problem: problem,
            help: help,
            attributes: attributes,
            id: "f-#{name.gsub(/[^a-z0-9]+/i, "-")}"
          }
        )
      end

      def attributes_text(hash)
        hash.map { |key, value| %( #{key.to_s.tr("_", "-")}="#{Rack::Utils.escape_html(value.to_s)}") }.join
      end
    end
  end
end
