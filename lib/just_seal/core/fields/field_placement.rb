# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # A field: its place on a page, and what goes there.
      #
      # +name+: unique in its document; +kind+: a key of Kinds::ALL; +party+: letter; +document+: position in the
      # docket, from 1; +page+: from 1; +x+, +y+, +width+, +height+: points, from the lower left corner of the page as
      # it is stored; +label+: for people, once it is set; +key+: its name in formulas, which the boxes of "one of
      # several" share; +settings+: {name => value}, see Kinds: "label", "help", "shown_when", "formula", "pattern",
      # "mask", "mask_form", "default", "particular", "unit", "rounding", "option", "set": text; "required": true or
      # false; "decimals": Integer; "least", "most": text of a number; "options": list of text.
      # +anchor+: words that it should stand beside and that are not on the page, empty where all is well.
      FieldPlacement = Value.of(
        :name,
        :kind,
        :party,
        :document,
        :page,
        :x,
        :y,
        :width,
        :height,
        :label,
        :key,
        :settings,
        :anchor
      ) do
        # [left, bottom, right, top] in points, as a PDF rectangle.
        def rectangle = [x, y, x + width, y + height]

        # Do the two, in one document, share any of a page?
        def overlaps?(other)
          page == other.page && x < other.x + other.width && other.x < x + width &&
            y < other.y + other.height && other.y < y + height
        end

        def place = [document || 1, page]
        def of_kind = Kinds::ALL.fetch(kind)
        def [](setting) = settings.to_h[setting]
        def setting(name) = self[name].to_s.strip
        # A signature is always wanted; the rest as it is set.
        def required? = kind == "signature" || self["required"] == true
        # Where its value is kept: under its name in formulas, or else under its own.
        def slot = key.to_s.empty? ? name : key
        # What it is called: a text, or its kind as a Symbol where nobody has named it.
        def title = setting("label").empty? ? kind.to_sym : setting("label")
        def box? = of_kind.box?
      end
    end
  end
end
