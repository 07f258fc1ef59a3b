# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # A party shows a card.
      module Cards
        extend RouteSet

        post("/:handle/prove/card/begin") { json "digest" => Operations::ProveByCard.new.begin(entered) }

        post "/:handle/prove/card/pin" do
          Operations::ProveByCard.new.wrong_pin(entered)
          json "noted" => true
        end

        post "/:handle/prove/card" do
          faults = Operations::ProveByCard.new.call(entered, **shown_card(json_body))
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
