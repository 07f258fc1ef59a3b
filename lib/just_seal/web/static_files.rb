# frozen_string_literal: true

require "rack/static"

module JustSeal
  module Web
    # Our own and the shipped front-end files.
    class StaticFiles < Rack::Static
      TYPES = {
        ".mjs" => "text/javascript",
        ".wasm" => "application/wasm",
        ".bcmap" => "application/octet-stream",
        ".pfb" => "application/octet-stream",
        ".icc" => "application/octet-stream"
      }.freeze

      def initialize(app)
        Rack::Mime::MIME_TYPES.merge!(TYPES)
        super(
          app, urls: %w[/css /js /vendor /mark.svg], root: File.join(ROOT, "public"),
               header_rules: [
                 [:all, { "cache-control" => "no-cache" }],
                 ["/vendor", { "cache-control" => "public, max-age=86400" }]
               ])
      end

      def call(env)
        return StyleSheet.answer if env["PATH_INFO"] == StyleSheet::PATH

        plain = ScriptAddress.plain(env["PATH_INFO"])
        plain ? for_good(super(env.merge("PATH_INFO" => plain))) : super
      end

      private

      # What has its version in its address never changes.
      def for_good((status, headers, body))
        kept = status == 200 ? { "cache-control" => "public, max-age=31536000, immutable" } : {}
        [status, headers.merge(kept), body]
      end
    end
  end
end
