# frozen_string_literal: true

require "uri"

module JustSeal
  module Web
    # Headers that every answer carries, whoever made it.
    class SecurityHeaders
      POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self'; img-src 'self' data: " \
               "blob:; font-src 'self'; connect-src 'self'%<ask>s; worker-src 'self'; form-action 'self'; " \
               "frame-ancestors 'none'; base-uri 'none'; object-src 'none'"
      HEADERS = {
        "x-content-type-options" => "nosniff",
        "referrer-policy" => "same-origin",
        "x-frame-options" => "DENY",
        "cross-origin-opener-policy" => "same-origin",
        "permissions-policy" => "camera=(), microphone=(), geolocation=(self)"
      }.freeze
      TRANSPORT = { "strict-transport-security" => "max-age=31536000" }.freeze

      # +ask+: addresses that pages ask as well, such as the card reader's.
      def initialize(app, https:, ask: [])
        @app = app
        policy = format(POLICY, ask: ask.compact.map { |address| " #{origin(URI(address))}" }.join)
        @headers = HEADERS.merge("content-security-policy" => policy, **(https ? TRANSPORT : {}))
      end

      # What only this application makes is kept by nobody; and what goes wrong outside of its pages is a sentence, too.
      def call(env)
        status, headers, body = answered(env)
        [status, { "cache-control" => "no-store" }.merge(headers, @headers), body]
      end

      private

      def answered(env)
        @app.call(env)
      rescue *Base::AWAY => e
        env["rack.errors"].puts("#{env[AccessLog::NUMBER]} #{Core::Problem.cause(e)}")
        sentence(503, "database_away")
      rescue StandardError => e
        env["rack.errors"].puts("#{env[AccessLog::NUMBER]} #{Core::Problem.cause(e)}", *e.backtrace.to_a.first(20))
        sentence(500, "failed", time: Time.now.utc.iso8601)
      end

      def sentence(status, key, **facts)
        [status, { "content-type" => "text/plain; charset=utf-8" }, [I18n.t("problem.#{key}", **facts)]]
      end

      def origin(uri) = "#{uri.scheme}://#{uri.host}#{":#{uri.port}" unless uri.port == uri.default_port}"
    end
  end
end
