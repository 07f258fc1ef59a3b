# frozen_string_literal: true

require "json"
require "sinatra/base"

module JustSeal
  module Standins
    # A card reader's service as it would run on a signer's own machine: pages of one application may ask it for the
    # cards, and for a signature by PIN. Its own page makes cards to try out.
    class Reader < Sinatra::Base
      PAGE_POLICY = "default-src 'none'; style-src 'self'; font-src 'self'; base-uri 'none'; form-action 'self'"

      set :views, File.join(__dir__, "views")
      set :erb, escape_html: true, trim: "-"
      set :host_authorization, { permitted_hosts: %w[127.0.0.1 localhost] }
      set :protection, except: [:json_csrf]
      set :logging, false
      set :show_exceptions, false

      # +application+: the address whose pages may speak with it.
      def initialize(cards, application:)
        super(nil)
        @cards = cards
        @application = application
      end

      # CORS, as browsers ask for it.
      before do
        headers "access-control-allow-origin" => @application,
          "access-control-allow-methods" => "GET, POST",
          "access-control-allow-headers" => "content-type",
          "access-control-allow-private-network" => "true",
          "vary" => "origin"
      end
      options("*") { 204 }

      get("/cards") { tell 200, "cards" => @cards.list }

      # Browsers send the origin of the page that asks; only the application's may use a card.
      post "/cards/:id/sign" do
        next tell(403, "problem" => "not for this page") unless request.env["HTTP_ORIGIN"] == @application

        asked = JSON.parse(request.body.read(2000).to_s)
        code, answer = @cards.sign(params["id"], pin: asked["pin"], digest: asked["digest"])
        tell code, answer
      rescue JSON::ParserError
        tell 422, "problem" => "no JSON"
      end

      get "" do
        headers "content-security-policy" => PAGE_POLICY
        @list = @cards.list
        erb :reader
      end

      post "/cards" do
        id = @cards.make(
          name: params["name"].to_s,
          email: params["email"].to_s,
          key: params["key"].to_s,
          flaw: Cards::FLAWS.include?(params["flaw"]) ? params["flaw"] : "none"
        )
        params["then"] == "page" ? redirect(url("")) : tell(201, "id" => id)
      end

      post "/cards/:id/unblock" do
        @cards.unblock(params["id"])
        redirect url("")
      end

      private

      def tell(code, answer)
        status code
        content_type :json
        JSON.generate(answer)
      end
    end
  end
end
