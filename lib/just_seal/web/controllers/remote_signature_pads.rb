# frozen_string_literal: true

module JustSeal
  module Web
    # A place to draw on a telephone, by a link that serves once.
    class RemoteSignaturePads < Base
      before { halt 200 if request.head? }

      get "/:token" do
        pad = Operations::UsePad.new.find(params["token"].to_s)
        headers "cache-control" => "no-store"
        show_page Pages::Room::Pad.new(context, pad, token: params["token"])
      end

      post "/:token" do
        Operations::UsePad.new.draw(
          params["token"].to_s,
          mark: json_body(most: 1_000_000)["mark"],
          **origin
        )
        json "done" => true
      end
    end
  end
end
