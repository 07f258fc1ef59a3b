# frozen_string_literal: true

require "ipaddr"

module JustSeal
  module Web
    # Where a request comes from. The peer of the connection, unless that is a proxy of this office: then the list that
    # proxies write is read from its end, to the first address that is none of them. What else a request says of itself
    # is left out of account, and goes no further: nobody writes their own address into the evidence.
    class ClientAddress
      LIST = "HTTP_X_FORWARDED_FOR"
      # What libraries would believe.
      CLAIMS = %w[
        HTTP_X_FORWARDED_FOR
        HTTP_X_FORWARDED_HOST
        HTTP_X_FORWARDED_PROTO
        HTTP_X_FORWARDED_PORT
        HTTP_X_FORWARDED_SCHEME
        HTTP_X_FORWARDED_SSL
        HTTP_X_FORWARDED_PREFIX
        HTTP_FORWARDED
        HTTP_X_REAL_IP
        HTTP_CLIENT_IP
        HTTP_X_CLIENT_IP
        HTTP_TRUE_CLIENT_IP
        HTTP_CF_CONNECTING_IP
      ].freeze
      # Set in the environment of a request that came through a proxy.
      PROXIED = "just_seal.proxied"

      # +trusted+: networks of our proxies, as IPAddr takes them; +https+: is the office reached by https?
      def initialize(app, trusted:, https:)
        @app = app
        @trusted = trusted.map { |network| IPAddr.new(network) }.freeze
        @scheme = https ? "https" : "http"
      end

      def call(env)
        peer = address(env["REMOTE_ADDR"])
        env[PROXIED] = true if peer && trusted?(peer)
        env["REMOTE_ADDR"] = found(peer, env[LIST]).to_s if peer
        CLAIMS.each { |name| env.delete(name) }
        env["rack.url_scheme"] = @scheme
        @app.call(env)
      end

      private

      def found(peer, list)
        hops = list.to_s.split(",").map(&:strip)
        while trusted?(peer) && (hop = address(hops.pop))
          peer = hop
        end
        peer
      end

      def trusted?(address) = @trusted.any? { |network| network.include?(address) }

      # IPAddr of +text+, nil for what is none.
      def address(text)
        text && IPAddr.new(text).native
      rescue IPAddr::Error
        nil
      end
    end
  end
end
