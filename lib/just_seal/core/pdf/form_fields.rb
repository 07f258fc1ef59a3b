# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # The fields of a form that a PDF brings along, as kinds of ours.
      module FormFields
        # ISO 32000-2, 12.7.5
        KINDS = {
          single_line_text_field: "text",
          multiline_text_field: "text_lines",
          comb_text_field: "text",
          file_select_field: "attachment",
          check_box: "tick",
          radio_button: "one_of",
          combo_box: "choice",
          editable_combo_box: "choice",
          list_box: "choice",
          multi_select: "choice"
        }.freeze

        module_function

        # {page number => [[kind, x, y, width, height, settings, name], ...]} of HexaPDF document +doc+.
        def of(doc)
          return {} unless doc.catalog.key?(:AcroForm)

          pages = doc.pages.each_with_index.to_h { |page, index| [page.oid, index + 1] }
          doc.acro_form.each_field.flat_map do |field|
            of_field(field, pages)
          end.group_by(&:first).transform_values { |all| all.map(&:last) }
        rescue *Check::LIBRARY_FAULTS
          {}
        end

        def of_field(field, pages)
          kind = field[:FT] == :Sig ? "signature" : KINDS[field.concrete_field_type]
          return [] if kind.nil? || (kind == "signature" && field.field_value)

          field.each_widget.filter_map { |widget| of_widget(field, widget, kind, pages) }
        end

        def of_widget(field, widget, kind, pages)
          page = pages[widget[:P]&.oid] || pages.find do |oid, _|
            field.document.object(oid)[:Annots]&.any?(widget)
          end&.last or return
          rectangle = widget[:Rect]
          return unless rectangle.width.positive? && rectangle.height.positive?

          [
            page,
            [
              kind,
              rectangle.left,
              rectangle.bottom,
              rectangle.width,
              rectangle.height,
              settings(field, widget, kind),
              field.full_field_name.to_s
            ].map do |one|
              one.is_a?(Float) ? one.round(1) : one
            end
          ]
        end

        def settings(field, widget, kind)
          label = field[:TU] || field.full_field_name.to_s.split(".").last.to_s.gsub(/[_\[\]]+|\d+\z/, " ").strip
          found = { "label" => label.to_s[0, 100], "required" => field.flagged?(:required) }
          found["options"] = field.option_items.map(&:to_s) if kind == "choice"
          found["option"] = state_of(widget) if kind == "one_of"
          found.reject { |_, value| [false, ""].include?(value) }
        end

        # What a button stands for when it is on: the name of its appearance that is not "Off".
        def state_of(widget)
          shown = widget[:AP]&.dig(:N)
          return "" unless shown.respond_to?(:value) && shown.value.is_a?(Hash)

          shown.value.keys.find { |key| key != :Off }.to_s
        end
      end
    end
  end
end
