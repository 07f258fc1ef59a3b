# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # Where the fields of a form stand on the pages, and what was written into them.
      module Marks
        # +field+: full name; +page+: from 1; +rectangle+: [left, bottom, right, top] in points, as of the page's user
        # space; +kind+: :signature, :tick or :text; +value+: text, true for a box that is crossed, nil for nothing.
        # :signature has true where it is signed.
        Mark = Value.of(:field, :page, :rectangle, :kind, :value)

        KINDS = { Sig: :signature, Btn: :tick }.freeze

        module_function

        # +bytes+: a PDF. Marks in the order of pages, from the top; none for what shows on no page.
        def call(bytes)
          doc = Signing.open(bytes)
          return [] unless doc.catalog.key?(:AcroForm)

          pages = doc.pages.each_with_index.flat_map { |page, index| of_page(page, index + 1) }
          pages.sort_by { |mark| [mark.page, -mark.rectangle.last, mark.rectangle.first] }
        rescue *Check::LIBRARY_FAULTS
          []
        end

        def of_page(page, number)
          page.each_annotation.filter_map do |annotation|
            next unless annotation[:Subtype] == :Widget && annotation[:Rect]

            mark(annotation, annotation.form_field, number)
          end
        end

        def mark(widget, field, number)
          box = widget[:Rect]
          return unless box.width.positive? && box.height.positive?

          kind = KINDS.fetch(field.field_type, :text)
          Mark.new(
            field: field.full_field_name,
            page: number,
            rectangle: [box.left, box.bottom, box.right, box.top].map { |side| side.to_f.round(2) },
            kind: kind,
            value: value(field.field_value, kind)
          )
        end

        def value(given, kind)
          case kind
          when :signature then given ? true : nil
          when :tick then given && ![:Off, false].include?(given) ? true : nil
          else given.to_s.empty? ? nil : given.to_s
          end
        end
      end
    end
  end
end
