# frozen_string_literal: true

require "digest"
require "net/http"
require "securerandom"

module JustSeal
  module Standins
    # Where the people of an office sign on. It keeps who is signed on, and tells the office when they sign out here
    # (Back-Channel Logout 1.0).
    class SignOn < OpenIdProvider
      # How somebody shows who they are: level => what is said of it (RFC 8176).
      LEVELS = {
        "password" => ["urn:standin:one", %w[pwd]],
        "password-and-app" => ["urn:standin:two", %w[pwd otp mfa]],
        "passkey" => ["urn:standin:two", %w[hwk user mfa]]
      }.freeze

      # +ended+: address of the office that is told of ends.
      def initialize(folder, ended:, **known)
        super(folder, **known)
        @ended = ended
        @sessions = {}
      end

      # Everybody who is signed on, each with a button that signs them out.
      get("/people") { erb :sign_on_people, locals: { sessions: @guard.synchronize { @sessions.dup } } }

      post "/people/:sid/end" do
        @guard.synchronize { @sessions.delete(params["sid"]) }
        tell_end(params["sid"])
        redirect "#{@address}/people"
      end

      # Whoever comes from the office's sign-out goes back there.
      get "/end" do
        halt 400, "No client of this provider.\n" unless params["client_id"] == @client

        sid = sid_of(params["id_token_hint"])
        @guard.synchronize { @sessions.delete(sid) }
        redirect params["post_logout_redirect_uri"]
      end

      private

      def page = :sign_on
      def key_id = "sign-on-1"
      def algorithm = "RS256"
      def fresh_key = QuickKey.rsa(2048)

      def discovery
        super.merge(
          "end_session_endpoint" => "#{@address}/end",
          "backchannel_logout_supported" => true,
          "backchannel_logout_session_supported" => true
        )
      end

      def claims
        email = params["email"].to_s.strip
        acr, amr = LEVELS.fetch(params["level"].to_s)
        sid = SecureRandom.uuid
        @guard.synchronize { @sessions[sid] = email }
        {
          "sub" => Digest::SHA256.hexdigest(email.downcase)[0, 16],
          "sid" => sid,
          "name" => params["name"].to_s,
          "email" => email,
          "email_verified" => true,
          "groups" => params["groups"].to_s.split(/[\s,]+/),
          "acr" => acr,
          "amr" => amr,
          "auth_time" => Time.now.to_i
        }
      end

      def sid_of(token) = JWT.decode(token.to_s, @key, true, algorithms: [algorithm]).first["sid"]

      def tell_end(sid)
        told = {
          "sid" => sid,
          "jti" => SecureRandom.uuid,
          "events" => { "http://schemas.openid.net/event/backchannel-logout" => {} }
        }
        Net::HTTP.post_form(URI(@ended), "logout_token" => token(told, typ: "logout+jwt"))
      end
    end
  end
end
