# frozen_string_literal: true

module JustSeal
  module Web
    # The words for what can be set of a field.
    module FieldWording
      # setting => [label, help]
      SETTINGS = {
        "label" => ["What it is called", nil],
        "help" => ["Help for who fills it in", nil],
        "required" => ["Has to be filled in", nil],
        "pattern" => ["Pattern", "\\d for a digit, [A-Z] for a letter, {3} for three of them: IMO \\d{7}"],
        "default" => ["Begins with", nil],
        "unit" => ["Unit, or EUR", nil],
        "decimals" => ["Decimals", nil],
        "least" => ["At least", nil],
        "most" => ["At most", nil],
        "options" => ["Possibilities", "One a line."],
        "option" => ["This box stands for", nil],
        "formula" => ["Formula", "Names of fields and particulars: dues * months / 12"],
        "rounding" => ["Rounded", nil],
        "shown_when" => ["Shown only when", "A condition: pilot and vessel_length > 120"],
        "particular" => ["Particular", "Where the value comes home to when all is sealed."]
      }.freeze

      # For the browser.
      def field_settings
        SETTINGS.to_h { |name, (label, help)| [name, { label: label, help: help }] }
          .merge("rounding" => {
            label: SETTINGS["rounding"].first,
            options: Core::Fields::Reading::ROUNDINGS.transform_values(&:first)
          })
      end

      def field_kinds = Core::Fields::Kinds::ALL.values.map { |kind| kind.to_h.merge(all: kind.all_settings) }

      # {position => [{name:, label:}, ...]} of the documents' particulars.
      def field_particulars(documents)
        documents.to_h do |document|
          record = document.record
          [
            document.position,
            record.record_class.definition(record.class_version).fetch(
              "particulars", []
            ).map do |item|
              { name: item["name"], label: "#{item["label"]} (#{item["name"]})" }
            end
          ]
        end
      end
    end
  end
end
