# frozen_string_literal: true

module JustSeal
  module Web
    # The routes of the signing room for drawing on another device.
    module RoomMarks
      def self.registered(room)
        room.post "/:token/pads" do
          pad, token = Operations::UsePad.new.begin(visitor(enter), kind: json_body["kind"])
          address = "#{office.settings.address}/pad/#{token}"
          json "id" => pad.id, "address" => address, "picture" => qr(address, I18n.t("room.pad.code_label"))
        end

        room.get("/:token/pads/:id") do
          json "mark" => Operations::UsePad.new.take(visitor(enter), id: params["id"].to_i)
        end
      end
    end
  end
end
