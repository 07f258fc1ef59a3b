# frozen_string_literal: true

module JustSeal
  module Queries
    # What the others have done to the documents before a party comes to them: who, when, at which level, and what they
    # filled in.
    module DoneBefore
      # +filled+: [[title, text], ...]
      One = Core::Value.of(:party, :filled)

      module_function

      # [One, ...] by the time of acting.
      def call(docket, party)
        done = docket.parties.select { |other| other.acted_at && other.id != party.id }.sort_by(&:acted_at)
        done.map { |other| One.new(party: other, filled: filled(docket, other)) }
      end

      def shown(spot, value)
        return value if spot.box? || spot.kind == "attachment"

        spot.of_kind.shown(spot, value, Words::Notation::DOCUMENT)
      end

      def filled(docket, party)
        spots = docket.documents.flat_map do |document|
          document.fields.select do |field|
            field.party_id == party.id && field.value
          end.map { |field| [field, field.spot(party.letter, document.position)] }
        end
        spots.select do |_, spot|
          spot.of_kind.typed?
        end.uniq { |_, spot| spot.slot }.map { |field, spot| [spot.title, shown(spot, field.value)] }
      end
    end
  end
end
