# frozen_string_literal: true

module JustSeal
  module Web
    # Sealed copies that were too large for a mail, by the link in it.
    class Copies < Base
      before { halt 200 if request.head? }

      get "/:token" do
        link = Operations::FetchCopy.link(params["token"].to_s)
        show_page Pages::Room::Copies.new(context, link, token: params["token"])
      end

      get "/:token/:position" do
        bytes, name = Operations::FetchCopy.call(params["token"].to_s, position: params["position"].to_i, **origin)
        content_type :pdf
        attachment name
        bytes
      end
    end
  end
end
