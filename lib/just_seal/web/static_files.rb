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
                 [%w[woff2 ttf mjs wasm bcmap], { "cache-control" => "public, max-age=86400" }],
                 [:all, { "cache-control" => "no-cache" }]
               ])
      end

      def call(env) = env["PATH_INFO"] == StyleSheet::PATH ? StyleSheet.answer : super
    end
  end
end
