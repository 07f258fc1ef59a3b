# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # As many lines as there is room for.
        class TextLines < Kind
          MAX_CHARACTERS = 4000

          id :text_lines
          size width: 220, height: 64, least_width: 60, least_height: 22
          filled_by :party
          type :text
          settings :default
          control :lines

          def most_characters = MAX_CHARACTERS
          def picture(looks, spot, value, _foot) = looks.lines(spot, value)
          def form_field(form, name) = form.create_multiline_text_field(name)
        end
      end
    end
  end
end
