# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # A signature is drawn on another device.
      module Marks
        extend RouteSet

        post "/:handle/pads" do
          pad, token = Operations::UsePad.new.begin(entered, kind: json_body["kind"])
          address = "#{office.settings.address}/pad/#{token}"
          json "id" => pad.id, "address" => address, "picture" => qr(address, I18n.t("room.pad.code_label"))
        end

        get("/:handle/pads/:id") do
          json "mark" => Operations::UsePad.new.take(entered, id: params["id"].to_i)
        end
      end
    end
  end
end
