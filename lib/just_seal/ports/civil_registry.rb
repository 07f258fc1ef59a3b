# frozen_string_literal: true

require "base64"
require "digest"
require "json"
require "jwt"
require "net/http"
require "uri"

module JustSeal
  module Ports
    # A national identity registry that speaks OpenID Connect Core 1.0: the authorization code flow with PKCE (RFC
    # 7636), and an ID token signed by ES256.
    class CivilRegistry
      ALGORITHM = "ES256"
      LEEWAY_SECONDS = 60

      # +url+: its issuer identifier, beneath which it answers; +client+, +secret+: what it knows this office by;
      # +return_to+: where people come back.
      def initialize(url, client:, secret:, return_to:)
        @url = url
        @client = client
        @secret = secret
        @return_to = return_to
      end

      # Where a person is sent to confirm who they are. +state+, +nonce+, +verifier+: fresh texts; +name+: whom the
      # registry should expect.
      def address(state:, nonce:, verifier:, name:)
        asked = {
          response_type: "code",
          client_id: @client,
          redirect_uri: @return_to,
          scope: "openid profile",
          state: state,
          nonce: nonce,
          code_challenge_method: "S256",
          code_challenge: Base64.urlsafe_encode64(Digest::SHA256.digest(verifier), padding: false),
          login_hint: name
        }
        "#{@url}/authorize?#{URI.encode_www_form(asked)}"
      end

      # What the registry vouches for: {"name", "birthdate", "sub"}. Raises Errors::Unavailable when it is away,
      # Errors::Invalid when its answer does not hold.
      def redeem(code:, nonce:, verifier:)
        claims = claims(answer(code, verifier).fetch("id_token"))
        same = OpenSSL.secure_compare(claims["nonce"], nonce)
        raise Errors::Invalid, { "registry" => :registry_other_question } unless same

        claims.slice("name", "birthdate", "sub").transform_values(&:to_s)
      rescue JWT::DecodeError, JSON::ParserError, KeyError, TypeError
        raise Errors::Invalid, { "registry" => :registry_unreliable }
      end

      private

      def answer(code, verifier)
        asked = {
          grant_type: "authorization_code",
          code: code,
          redirect_uri: @return_to,
          client_id: @client,
          client_secret: @secret,
          code_verifier: verifier
        }
        JSON.parse(Http.post("#{@url}/token", URI.encode_www_form(asked), "application/x-www-form-urlencoded"))
      end

      def claims(token)
        JWT.decode(
          token,
          nil,
          true,
          algorithms: [ALGORITHM],
          jwks: JSON.parse(Http.get("#{@url}/keys")),
          iss: @url,
          verify_iss: true,
          aud: @client,
          verify_aud: true,
          leeway: LEEWAY_SECONDS,
          required_claims: %w[exp nonce name]
        ).first
      end
    end
  end
end
