# frozen_string_literal: true

module JustSeal
  module Web
    # A page that needs no account: in the frame of the signing room, with the party that is in it, if one is.
    class OutsidePage < Page
      LAYOUT = "layouts/room"

      # The Store::Party whose link this is; nil elsewhere.
      def party = nil

      # The Store::Visit that it is in; nil before one has begun.
      def visit = nil

      # The page itself where it only shows what a party will have; nil elsewhere.
      def rehearsal = nil

      # Can it leave from here?
      def leaves? = false

      # Can another language be chosen from here?
      def switches? = false

      # [[code, its own name], ...] of the languages that are not spoken now.
      def other_languages = spoken_languages.reject { |code, _| code == I18n.locale.to_s }

      # Whose page it is, at its head.
      def house = office.set_up ? office.name : t("layouts.staff.product")

      # Where the office's logo is; nil where it has none.
      def logo_path = office.set_up&.logo&.then { |sha256| "/look/#{sha256}.png" }

      # What stands behind the party's name once it has proved who it is.
      def proved_words
        proof = visit&.proofs&.last
        return "" unless proof && party.state == "proved"

        t("layouts.room.proved_html", level: visit.level_reached, time: time_tag(proof.proved_at, :short))
      end

      # In the staff's frame for who is signed in.
      def layout = viewer && party.nil? ? "layouts/staff" : "layouts/room"
    end
  end
end
