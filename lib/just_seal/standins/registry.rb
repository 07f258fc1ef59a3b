# frozen_string_literal: true

require "digest"

module JustSeal
  module Standins
    # A national identity registry.
    class Registry < OpenIdProvider
      private

      def page = :registry
      def key_id = "registry-1"
      def algorithm = "RS256"
      def fresh_key = QuickKey.rsa(2048)

      def claims
        {
          "name" => params["name"].to_s,
          "birthdate" => params["birthdate"].to_s,
          "sub" => Digest::SHA256.hexdigest("#{params["name"]} #{params["birthdate"]}")[0, 16]
        }
      end
    end
  end
end
