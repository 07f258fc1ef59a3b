# frozen_string_literal: true

module JustSeal
  module Store
    # Somebody who has to act on a docket, or to receive it.
    class Party < Sequel::Model(:parties)
      many_to_one :docket, class: "JustSeal::Store::Docket"
      one_to_many :proofs, class: "JustSeal::Store::Proof", order: :proved_at
      one_to_many :fields, class: "JustSeal::Store::Field", order: :id

      def staff? = kind == "staff"

      # What Core::Dockets::Turns wants to know.
      def seat = Core::Dockets::Turns::Seat.new(id: id, turn: turn, state: state)
    end
  end
end
