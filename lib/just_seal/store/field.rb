# frozen_string_literal: true

module JustSeal
  module Store
    # A spot on a page that a party, or the system, fills in.
    class Field < Sequel::Model(:fields)
      many_to_one :party, class: "JustSeal::Store::Party"

      # As the core wants it; +letter+: of the party.
      def spot(letter)
        Core::Fields::Spot.new(name: name, kind: kind, party: letter, page: page, x: x.to_f, y: y.to_f, width: width.to_f,
          height: height.to_f, label: "#{Core::Fields::Kinds::ALL.fetch(kind).label}, #{letter}")
      end
    end
  end
end
