# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # A signature is drawn on another device, or kept for the next time.
      module Marks
        extend RouteSet

        post "/:handle/pads" do
          pad, token = Operations::UsePad.new.begin(entered, kind: json_body["kind"])
          address = "#{office.settings.address}/pad/#{token}"
          json "id" => pad.id, "address" => address, "picture" => qr(address, I18n.t("room.pad.code_label"))
        end

        # Of whoever is signed in and is this party.
        post "/:handle/marks" do
          entered
          raise Errors::Forbidden, :role_forbids unless account && account.id == party.account_id

          body = json_body(most: 2_000_000)
          Operations::KeepMark.call(actor, kind: body["kind"].to_s, mark: body["mark"])
          json "kept" => true
        end

        get("/:handle/pads/:id") do
          json "mark" => Operations::UsePad.new.take(entered, id: params["id"].to_i)
        end
      end
    end
  end
end
