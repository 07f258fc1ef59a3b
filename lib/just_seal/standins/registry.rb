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
    # A national identity registry that asks nobody for anything: whoever comes says who they are. To the outside it
    # speaks OpenID Connect Core 1.0: the authorization code flow with PKCE (RFC 7636), and an ID token signed by
    # ES256.
    class Registry < Sinatra::Base
      CODE_SECONDS = 60
      TOKEN_SECONDS = 300
      KEY_ID = "registry-1"

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

      get "/authorize" do
        unless params["client_id"] == @client && params["response_type"] == "code" &&
            params["code_challenge_method"] == "S256"
          halt 400,
            "This is not a request that the registry knows.\n"
        end
        headers "content-security-policy" => "default-src 'none'; style-src 'self'; font-src 'self'; base-uri " \
                                             "'none'; form-action 'self' #{origin(params["redirect_uri"])}"
        erb :registry
      end

      post "/authorize" do
        return redirect back(error: "access_denied") if params["decision"] == "refuse"

        code = SecureRandom.urlsafe_base64(24)
        claims = {
          "name" => params["name"].to_s,
          "birthdate" => params["birthdate"].to_s,
          "nonce" => params["nonce"].to_s,
          "sub" => Digest::SHA256.hexdigest("#{params["name"]} #{params["birthdate"]}")[0, 16]
        }
        @guard.synchronize do
          @codes[code] =
            {
              claims: claims,
              challenge: params["code_challenge"],
              to: params["redirect_uri"],
              until: Time.now + CODE_SECONDS
            }
        end
        redirect back(code: code)
      end

      post "/token" do
        content_type :json
        kept = @guard.synchronize { @codes.delete(params["code"]) }
        unless kept && allowed? && kept[:until] > Time.now && kept[:to] == params["redirect_uri"] &&
            kept[:challenge] == challenge(params["code_verifier"].to_s)
          halt 400,
            JSON.generate("error" => "invalid_grant")
        end

        JSON.generate(
          "token_type" => "Bearer",
          "access_token" => SecureRandom.hex(8),
          "expires_in" => TOKEN_SECONDS,
          "id_token" => token(kept[:claims])
        )
      end

      get "/keys" do
        content_type :json
        JSON.generate("keys" => [JWT::JWK.new(@key, kid: KEY_ID, use: "sig", alg: "ES256").export])
      end

      private

      def key(folder)
        FileUtils.mkdir_p(folder, mode: 0o700)
        path = File.join(folder, "registry.key")
        File.write(path, OpenSSL::PKey::EC.generate("prime256v1").to_pem, perm: 0o600) unless File.exist?(path)
        OpenSSL::PKey.read(File.read(path))
      end

      def allowed? = params["client_id"] == @client && OpenSSL.secure_compare(params["client_secret"].to_s, @secret)
      def challenge(verifier) = Base64.urlsafe_encode64(Digest::SHA256.digest(verifier), padding: false)
      def origin(address) = URI(address.to_s).then { |uri| "#{uri.scheme}://#{uri.host}:#{uri.port}" }
      def back(**answer) = "#{params["redirect_uri"]}?#{URI.encode_www_form(answer.merge(state: params["state"]))}"

      def token(claims)
        now = Time.now.to_i
        JWT.encode(
          claims.merge("iss" => @address, "aud" => @client, "iat" => now, "exp" => now + TOKEN_SECONDS),
          @key,
          "ES256",
          { "kid" => KEY_ID }
        )
      end
    end
  end
end
