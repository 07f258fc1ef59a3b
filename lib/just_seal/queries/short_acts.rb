# frozen_string_literal: true

module JustSeal
  module Queries
    # Parties of a docket whose act was short of what the rules demand.
    class ShortActs
      def self.of(docket, office:) = new(docket, office).parties

      def initialize(docket, office)
        @docket = docket
        @office = office
      end

      def parties
        @docket.parties.reject { |party| party.act == "receive" }.select do |party|
          wanted = AssuranceStatus.new(@docket, party, at: party.acted_at).wanted
          party.level_reached.to_i < wanted || (wanted == Core::Assurance::Level::CARD && !card_signed?(party))
        end
      end

      private

      # Level 4 stands only where the card's own key made the party's signature in every document.
      def card_signed?(party)
        card = party.card or return false
        @docket.to_sign.all? do |document|
          spots = document.fields_dataset.where(party_id: party.id).order(:id).map do |field|
            field.spot(party.letter, document.position)
          end
          Core::Pdf::Seal.signer(
            @office.blobs.get(document.current_sha256),
            Core::Pdf::CertifyForSigning.field_name(party.letter, spots)
          )&.to_der == card["certificate"].unpack1("m0")
        end
      end
    end
  end
end
