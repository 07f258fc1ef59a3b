# frozen_string_literal: true

module JustSeal
  module Web
    # Headers that every answer carries, whoever made it.
    class SecurityHeaders
      POLICY = ["default-src 'none'", "script-src 'self' 'wasm-unsafe-eval'", "style-src 'self'", "img-src 'self' data: blob:", "font-src 'self'", "connect-src 'self'",
                "worker-src 'self'", "form-action 'self'", "frame-ancestors 'none'", "base-uri 'none'", "object-src 'none'"].join("; ").freeze
      HEADERS = { "content-security-policy" => POLICY, "x-content-type-options" => "nosniff", "referrer-policy" => "same-origin", "x-frame-options" => "DENY",
                  "cross-origin-opener-policy" => "same-origin", "permissions-policy" => "camera=(), microphone=(), geolocation=()" }.freeze
      TRANSPORT = { "strict-transport-security" => "max-age=31536000" }.freeze

      def initialize(app, https:)
        @app = app
        @headers = https ? HEADERS.merge(TRANSPORT) : HEADERS
      end

      def call(env)
        status, headers, body = @app.call(env)
        [status, headers.merge(@headers), body]
      end
    end
  end
end
