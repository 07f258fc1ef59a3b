# frozen_string_literal: true

require "base64"
require "digest"
require "json"
require "jwt"
require "net/http"
require "openssl"
require "uri"

module JustSeal
  module Ports
    # A provider that speaks OpenID Connect Core 1.0: discovery, the authorization code flow with PKCE (RFC 7636), and
    # the end of sessions both ways (RP-Initiated Logout 1.0, Back-Channel Logout 1.0). What it says of itself is read
    # anew for each question, so that new keys of it are known at once.
    class OpenId
      # An answer that does not hold. +reason+: :answer (not what the standard says, or not signed by its keys),
      # :nonce (to another question).
      class Unreliable < StandardError
        attr_reader :reason

        def initialize(reason)
          @reason = reason
          super(reason.to_s)
        end
      end

      # Signatures by a secret that both sides have are none.
      ALGORITHMS = %w[RS256 RS384 RS512 PS256 PS384 PS512 ES256 ES384 ES512].freeze
      DISCOVERY = "/.well-known/openid-configuration"
      FORM = "application/x-www-form-urlencoded"
      # OpenID Connect Back-Channel Logout 1.0, 2.4
      LOGOUT_EVENT = "http://schemas.openid.net/event/backchannel-logout"
      LOGOUT_SECONDS = 300
      LEEWAY_SECONDS = 60
      # Claims that a provider may tell only when it is asked by the access token.
      TOLD_APART = %w[name email email_verified groups roles birthdate].freeze
      FAULTS = [
        JWT::DecodeError,
        JWT::JWKError,
        JSON::ParserError,
        OpenSSL::PKey::PKeyError,
        KeyError,
        TypeError
      ].freeze

      attr_reader :url

      # +url+: its issuer identifier; +client+, +secret+: what it knows this office by; +return_to+: where people come
      # back.
      def initialize(url, client:, secret:, return_to:)
        @url = url
        @client = client
        @secret = secret
        @return_to = return_to
      end

      # Where a person is sent. +state+, +nonce+, +verifier+: fresh texts; +asked+: further parameters.
      def address(state:, nonce:, verifier:, scope: "openid profile email", **asked)
        asked = {
          response_type: "code",
          client_id: @client,
          redirect_uri: @return_to,
          scope: scope,
          state: state,
          nonce: nonce,
          code_challenge_method: "S256",
          code_challenge: Base64.urlsafe_encode64(Digest::SHA256.digest(verifier), padding: false),
          **asked
        }
        holding { with_query(place(provider, "authorization_endpoint"), asked) }
      end

      # What the provider vouches for: its claims, {name => value}, with "id_token", the text that they came in. Raises
      # Unreliable, Errors::Unavailable.
      def redeem(code:, nonce:, verifier:)
        holding do
          provider = provider()
          answer = token(provider, code, verifier)
          claims = claims(provider, answer.fetch("id_token"), nonce)
          told = told_apart(provider, answer["access_token"], claims)
          { **claims, **told, "id_token" => answer.fetch("id_token") }
        end
      end

      # Where somebody is sent whose session ends here, so that it ends there as well; nil where the provider has no
      # such place.
      def end_address(return_to:, token: nil)
        holding do
          provider = provider()
          next unless provider.key?("end_session_endpoint")

          asked = { client_id: @client, id_token_hint: token, post_logout_redirect_uri: return_to }.compact
          with_query(place(provider, "end_session_endpoint"), asked)
        end
      end

      # {"iss", "sub", "sid"} of the session that the provider says has ended. Raises Unreliable.
      def ended(token)
        holding do
          claims = verified(provider, token, required: %w[iat events])
          fine = !claims.key?("nonce") && claims["events"].is_a?(Hash) && claims["events"].key?(LOGOUT_EVENT) &&
            (claims["iat"].to_i - Time.now.to_i).abs < LOGOUT_SECONDS && claims.values_at("sub", "sid").any?
          raise Unreliable, :answer unless fine

          claims.slice("iss", "sub", "sid")
        end
      end

      private

      def holding
        yield
      rescue *FAULTS
        raise Unreliable, :answer
      end

      # What it says of itself. Its name has to be the one by which it was asked (Discovery 1.0, 4.3).
      def provider
        told = object(Http.get("#{@url.chomp("/")}#{DISCOVERY}"))
        told["issuer"] == @url ? told : raise(Unreliable, :answer)
      end

      # A JSON object.
      def object(text)
        told = JSON.parse(text)
        told.is_a?(Hash) ? told : raise(Unreliable, :answer)
      end

      def text(told) = told.is_a?(String) ? told : raise(Unreliable, :answer)

      # An address that it names.
      def place(provider, name)
        Http.uri(text(provider.fetch(name))).to_s
      rescue Errors::Unavailable # what is named is no address
        raise Unreliable, :answer
      end

      def with_query(place, asked) = "#{place}#{place.include?("?") ? "&" : "?"}#{URI.encode_www_form(asked)}"

      # The client shows who it is by HTTP's own authentication, or in the form where only that is taken (Core 1.0, 9).
      def token(provider, code, verifier)
        asked = { grant_type: "authorization_code", code: code, redirect_uri: @return_to, code_verifier: verifier }
        ways = provider["token_endpoint_auth_methods_supported"]
        basic = ways.nil? || ways.include?("client_secret_basic")
        asked = { **asked, client_id: @client, client_secret: @secret } unless basic
        request = Net::HTTP::Post.new(URI(place(provider, "token_endpoint")), "content-type" => FORM)
        request.body = URI.encode_www_form(asked)
        request.basic_auth(*[@client, @secret].map { |text| URI.encode_www_form_component(text) }) if basic
        object(Http.send_request(request))
      end

      def claims(provider, token, nonce)
        claims = verified(provider, token, required: %w[exp sub nonce])
        raise Unreliable, :answer if claims.key?("azp") && claims["azp"] != @client
        raise Unreliable, :nonce unless OpenSSL.secure_compare(claims["nonce"].to_s, nonce)

        claims
      end

      # The claims of +token+ (JSON Web Token), said to this office and signed by one of the provider's keys.
      def verified(provider, token, required:)
        keys = Array(object(Http.get(place(provider, "jwks_uri"))).fetch("keys")).grep(Hash)
        checks = {
          algorithms: ALGORITHMS,
          jwks: { keys: keys.reject { |key| key["use"] == "enc" } },
          allow_nil_kid: keys.size == 1,
          iss: @url,
          verify_iss: true,
          aud: @client,
          verify_aud: true,
          leeway: LEEWAY_SECONDS,
          required_claims: required
        }
        JWT.decode(text(token), nil, true, checks).first
      end

      def told_apart(provider, access_token, claims)
        return {} if !provider.key?("userinfo_endpoint") || (claims.key?("email") && claims.key?("name"))

        request = Net::HTTP::Get.new(URI(place(provider, "userinfo_endpoint")))
        request["authorization"] = "Bearer #{access_token}"
        told = object(Http.send_request(request))
        raise Unreliable, :answer unless told["sub"] == claims["sub"]

        told.slice(*TOLD_APART)
      end
    end
  end
end
