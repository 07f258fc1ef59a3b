# frozen_string_literal: true

require "uri"

module JustSeal
  module Web
    # The office answers to the name in its settings, and takes forms of its own pages only. Where a proxy or a setting
    # says otherwise, the answer says which one to mend.
    class OwnName
      UNSAFE = %w[POST PUT PATCH DELETE].freeze
      # Names by which programs on the machine itself ask.
      LOCAL = "127.0.0.1"

      # +address+: of the office, as JUST_SEAL_ADDRESS has it.
      def initialize(app, address:)
        @app = app
        @address = address
        uri = URI(address)
        @host = uri.host
        @origin = "#{uri.scheme}://#{uri.host}#{":#{uri.port}" unless uri.port == uri.default_port}"
      end

      def call(env)
        host = env["HTTP_HOST"].to_s.sub(/:\d*\z/, "")
        return refuse(:host, host: host[0, 200]) unless [@host, LOCAL].include?(host)

        origin = env["HTTP_ORIGIN"]
        return refuse(:origin, origin: origin[0, 200]) if foreign?(env, origin) && !from_outside?(env)

        @app.call(env)
      end

      private

      def foreign?(env, origin) = origin && UNSAFE.include?(env["REQUEST_METHOD"]) && origin != @origin

      def from_outside?(env) = FromOutside::PATHS.match?(env["PATH_INFO"].to_s)

      def refuse(key, **facts)
        words = I18n.t("problem.own_name.#{key}", address: @address, **facts.transform_values { |text| plain(text) })
        [403, { "content-type" => "text/plain; charset=utf-8", "cache-control" => "no-store" }, [words]]
      end

      def plain(text) = text.dup.force_encoding(Encoding::UTF_8).scrub("?").gsub(/[[:cntrl:]]/, "?")
    end
  end
end
