# frozen_string_literal: true

require "rack"
require "rack/session"
require "uri"

module JustSeal
  module Web
    # Puts the web application together, from the outermost layer in.
    module Application
      SESSION_SECONDS = 12 * 3600

      module_function

      # +settings+: Settings; +log+: where a line for each request goes, nil for nowhere. Returns a Rack application.
      def build(settings, log: nil)
        Auth.configure(settings)
        RateLimits.set
        Rack::Builder.app do
          use ClientAddress, trusted: settings.proxies, https: settings.https?
          use AccessLog, out: log
          use Language
          use SecurityHeaders, https: settings.https?, ask: [settings.reader_url]
          use OwnName, address: settings.address
          use RequestLimits
          use StaticFiles
          use Rack::Attack
          use Rack::Session::Cookie,
            key: "just_seal",
            secrets: settings.need(:session_secret),
            same_site: :lax,
            httponly: true,
            secure: settings.https?,
            expire_after: SESSION_SECONDS
          use Auth
          Routes::PLACES.each { |path, name| map(path) { run Web.const_get(name) } }
        end
      end
    end
  end
end
