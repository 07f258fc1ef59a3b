# frozen_string_literal: true

module JustSeal
  module Store
    # A spot on a page that a party, or the system, fills in.
    class Field < Sequel::Model(:fields)
      many_to_one :party, class: "JustSeal::Store::Party"

      # As the ledger tells it: numbers as texts, for it knows no fractions.
      def told(letter, position)
        place = { "x" => x, "y" => y, "width" => width, "height" => height }.transform_values { |size| size.to_s("F") }
        {
          "party" => letter,
          "document" => position,
          "name" => name,
          "kind" => kind,
          "page" => page,
          **place,
          "settings" => JSON.generate(settings.to_h)
        }
      end

      # As the core wants it; +letter+: of the party; +position+: of the document in the docket.
      def spot(letter, position = 1)
        Core::Fields::FieldPlacement.new(
          name: name,
          kind: kind,
          party: letter,
          document: position,
          page: page,
          x: x.to_f,
          y: y.to_f,
          width: width.to_f,
          height: height.to_f,
          key: key,
          settings: settings.to_h,
          anchor: anchor
        )
      end
    end
  end
end
