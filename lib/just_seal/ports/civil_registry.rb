# frozen_string_literal: true

module JustSeal
  module Ports
    # A national identity registry that speaks OpenID Connect.
    class CivilRegistry
      NEEDED = %w[name birthdate sub].freeze

      # +provider+: OpenId.
      def initialize(provider) = @provider = provider

      # Where a person is sent to confirm who they are; see OpenId#address. +name+: whom the registry should expect.
      def address(name:, **fresh)
        @provider.address(**fresh, scope: "openid profile", login_hint: name)
      end

      # What the registry vouches for: {"name", "birthdate", "sub"}. Raises Errors::Unavailable when it is away,
      # Errors::Invalid when its answer does not hold.
      def redeem(...)
        claims = @provider.redeem(...)
        raise OpenId::Unreliable, :answer if claims["name"].to_s.empty?

        NEEDED.to_h { |name| [name, claims[name].to_s] }
      rescue OpenId::Unreliable => e
        raise Errors::Invalid, { "registry" => e.reason == :nonce ? :registry_other_question : :registry_unreliable }
      end
    end
  end
end
