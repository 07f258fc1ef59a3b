# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Ports
    # Signing on of staff at an OpenID Connect provider.
    class OpenIdSignOn
      # Tokens up to this size are kept, to be shown when a session ends.
      MAX_TOKEN_BYTES = 8000
      # Whoever is asked to sign on once more did so just now.
      ANEW_SECONDS = 300

      # +provider+: OpenId; +scope+: what is asked for; +groups+: claim with names of groups.
      def initialize(provider, scope:, groups:)
        @provider = provider
        @scope = scope
        @groups = groups
      end

      # Its identifier.
      def name = @provider.url

      # [address to send the browser to, {name => text} for the browser to keep until #finish]. +anew+: somebody who is
      # signed on there has to show once more who they are.
      def begin(anew: false)
        fresh = %w[state nonce verifier].to_h { |name| [name, SecureRandom.urlsafe_base64(32)] }
        asked = anew ? { prompt: "login", max_age: 0 } : {}
        address = unreliable { @provider.address(**fresh.transform_keys(&:to_sym), scope: @scope, **asked) }
        [address, fresh.merge("anew" => anew)]
      end

      # Core::Offices::Vouched of whoever came back with +answer+ (parameters of the request). Raises Errors::Invalid
      # keyed "sign_on", Errors::Unavailable.
      def finish(answer, kept)
        refuse(:sign_on_other_question) unless same?(kept["state"].to_s, answer["state"].to_s)
        refuse(:sign_on_refused) if answer["error"]

        fresh = { nonce: kept.fetch("nonce"), verifier: kept.fetch("verifier") }
        claims = unreliable { @provider.redeem(code: answer["code"].to_s, **fresh) }
        refuse(:sign_on_not_anew) if kept["anew"] && claims["auth_time"].to_i < Time.now.to_i - ANEW_SECONDS
        vouched(claims)
      end

      # Where a browser goes to end the session there; nil for nowhere.
      def end_address(return_to:, token: nil) = unreliable { @provider.end_address(return_to: return_to, token: token) }

      # {"iss", "sub", "sid"} of a session that has ended there. Raises Errors::Invalid.
      def ended(token) = unreliable { @provider.ended(token) }

      private

      def same?(kept, given) = !kept.empty? && OpenSSL.secure_compare(kept, given)

      def vouched(claims)
        Core::Offices::Vouched.new(
          provider: claims.fetch("iss"),
          subject: claims.fetch("sub"),
          name: claims["name"].to_s.strip,
          email: claims["email"].to_s.strip,
          verified: [true, "true"].include?(claims["email_verified"]),
          groups: Array(claims[@groups]).map(&:to_s),
          acr: claims["acr"].to_s,
          amr: Array(claims["amr"]).map(&:to_s),
          session: claims["sid"].to_s,
          token: claims["id_token"].then { |token| token if token.bytesize <= MAX_TOKEN_BYTES }
        )
      end

      def unreliable
        yield
      rescue OpenId::Unreliable => e
        refuse(e.reason == :nonce ? :sign_on_other_question : :sign_on_unreliable)
      end

      def refuse(reason) = raise(Errors::Invalid, { "sign_on" => reason })
    end
  end
end
