# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # A party shows a card.
      module Cards
        extend RouteSet

        post("/:token/prove/card/begin") { json "digest" => Operations::ProveByCard.new.begin(visitor(enter)) }

        post "/:token/prove/card/pin" do
          Operations::ProveByCard.new.wrong_pin(visitor(enter))
          json "noted" => true
        end

        post "/:token/prove/card" do
          faults = Operations::ProveByCard.new.call(visitor(enter), **shown_card(json_body))
          next json("next" => onwards) if faults.empty?

          status 422
          json_problem(faults.map { |fault| I18n.t("card_faults.#{fault}") }.join(" "))
        end

        private

        def shown_card(body)
          bytes = ->(text) { text.to_s.unpack1("m") }
          certificate, signature = body.values_at("certificate", "signature").map(&bytes)
          { certificate: certificate, chain: Array(body["chain"]).map(&bytes), signature: signature }
        end
      end
    end
  end
end
