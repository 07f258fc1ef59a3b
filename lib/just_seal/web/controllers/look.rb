# frozen_string_literal: true

module JustSeal
  module Web
    # What makes the pages an office's own: its colour as a style sheet, and its logo. Their addresses change with them.
    class Look < Base
      FOREVER = "public, max-age=31536000, immutable"

      get "/:colour.css" do
        colour = "##{params["colour"]}"
        raise Errors::Missing, :no_such_look unless office.set_up&.accent == colour

        content_type :css
        headers "cache-control" => FOREVER
        Accent.sheet(colour)
      end

      get "/:sha256.png" do
        raise Errors::Missing, :no_such_look unless office.set_up&.logo == params["sha256"]

        content_type :png
        headers "cache-control" => FOREVER
        office.blobs.get(params["sha256"])
      end
    end
  end
end
