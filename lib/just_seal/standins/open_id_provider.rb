# frozen_string_literal: true

require "base64"
require "digest"
require "fileutils"
require "jwt"
require "openssl"
require "securerandom"
require "sinatra/base"

module JustSeal
  module Standins
    # A provider that asks nobody for anything: whoever comes says who they are, on a page of their own. To the outside
    # it speaks OpenID Connect Core 1.0: discovery, the authorization code flow with PKCE (RFC 7636), and signed ID
    # tokens.
    class OpenIdProvider < Sinatra::Base
      CODE_SECONDS = 60
      TOKEN_SECONDS = 300
      FORM = %w[state nonce redirect_uri code_challenge].freeze

      set :views, File.join(__dir__, "views")
      set :erb, escape_html: true, trim: "-"
      set :host_authorization, { permitted_hosts: %w[127.0.0.1 localhost] }
      set :logging, false
      set :show_exceptions, false

      # +folder+: where its key lies; +address+: its issuer identifier; +client+, +secret+: of the office that may ask.
      def initialize(folder, address:, client:, secret:)
        super(nil)
        @address = address
        @client = client
        @secret = secret
        @key = key(folder)
        @codes = {}
        @guard = Mutex.new
      end

      get "/.well-known/openid-configuration" do
        content_type :json
        JSON.generate(discovery)
      end

      get "/authorize" do
        unless params["client_id"] == @client && params["response_type"] == "code" &&
            params["code_challenge_method"] == "S256"
          halt 400, "This is not a request that the provider knows.\n"
        end
        headers "content-security-policy" => "default-src 'none'; style-src 'self'; font-src 'self'; base-uri " \
                                             "'none'; form-action 'self' #{origin(params["redirect_uri"])}"
        erb page
      end

      post "/authorize" do
        return redirect back(error: "access_denied") if params["decision"] == "refuse"

        code = SecureRandom.urlsafe_base64(24)
        asked = {
          claims: { **claims, "nonce" => params["nonce"].to_s },
          challenge: params["code_challenge"],
          to: params["redirect_uri"],
          until: Time.now + CODE_SECONDS
        }
        @guard.synchronize { @codes[code] = asked }
        redirect back(code: code)
      end

      post "/token" do
        content_type :json
        kept = @guard.synchronize { @codes.delete(params["code"]) }
        halt 400, JSON.generate("error" => "invalid_grant") unless kept && allowed? && fits?(kept)

        JSON.generate(
          "token_type" => "Bearer",
          "access_token" => SecureRandom.hex(8),
          "expires_in" => TOKEN_SECONDS,
          "id_token" => token(kept[:claims])
        )
      end

      get "/keys" do
        content_type :json
        JSON.generate("keys" => [JWT::JWK.new(@key, kid: key_id, use: "sig", alg: algorithm).export])
      end

      private

      # What each provider is: the name of its page and of its key, by which algorithm it signs, and what it vouches for
      # after its page was filled in.
      def page = raise(NotImplementedError)
      def key_id = raise(NotImplementedError)
      def algorithm = raise(NotImplementedError)
      def claims = raise(NotImplementedError)
      def fresh_key = raise(NotImplementedError)

      def discovery
        {
          "issuer" => @address,
          "authorization_endpoint" => "#{@address}/authorize",
          "token_endpoint" => "#{@address}/token",
          "jwks_uri" => "#{@address}/keys",
          "response_types_supported" => ["code"],
          "subject_types_supported" => ["public"],
          "id_token_signing_alg_values_supported" => [algorithm],
          "code_challenge_methods_supported" => ["S256"]
        }
      end

      def key(folder)
        FileUtils.mkdir_p(folder, mode: 0o700)
        path = File.join(folder, "#{key_id}-#{algorithm}.key")
        File.write(path, fresh_key.to_pem, perm: 0o600) unless File.exist?(path)
        OpenSSL::PKey.read(File.read(path))
      end

      # By HTTP's own authentication, as is usual.
      def allowed?
        given = Rack::Auth::Basic::Request.new(env)
        return false unless given.provided? && given.basic?

        name, secret = given.credentials.map { |text| URI.decode_www_form_component(text) }
        name == @client && OpenSSL.secure_compare(secret.to_s, @secret)
      end

      def fits?(kept)
        kept[:until] > Time.now && kept[:to] == params["redirect_uri"] &&
          kept[:challenge] == challenge(params["code_verifier"].to_s)
      end

      def challenge(verifier) = Base64.urlsafe_encode64(Digest::SHA256.digest(verifier), padding: false)
      def origin(address) = URI(address.to_s).then { |uri| "#{uri.scheme}://#{uri.host}:#{uri.port}" }
      def back(**answer) = "#{params["redirect_uri"]}?#{URI.encode_www_form(answer.merge(state: params["state"]))}"

      def token(claims, **head)
        now = Time.now.to_i
        told = { **claims, "iss" => @address, "aud" => @client, "iat" => now, "exp" => now + TOKEN_SECONDS }
        JWT.encode(told, @key, algorithm, { "kid" => key_id, **head.transform_keys(&:to_s) })
      end
    end
  end
end
