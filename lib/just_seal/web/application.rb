# frozen_string_literal: true

require "rack"
require "rack/session"
require "uri"

module JustSeal
  module Web
    # Puts the web application together, from the outermost layer in.
    module Application
      PLACES = {
        "/records/capture" => :Intakes,
        "/records/case-files" => :CaseFiles,
        "/records" => :Records,
        "/dockets" => :Dockets,
        "/evidence/inquiries" => :Inquiries,
        "/evidence/entries" => :Entries,
        "/evidence/watches" => :Watches,
        "/evidence" => :Evidence,
        "/rules/rulebook" => :Rulebooks,
        "/rules/docket-templates" => :DocketTemplates,
        "/rules/consent" => :ConsentTexts,
        "/rules/staff" => :Staff,
        "/rules/authorities" => :Authorities,
        "/rules" => :Rules,
        "/contacts" => :Contacts,
        "/check" => :CheckPage,
        "/room" => :SigningRoom,
        "/pad" => :RemoteSignaturePads,
        "/give-back" => :GiveBack,
        "/account" => :OwnAccount,
        "/second-step" => :SecondStep,
        "/health" => :Health,
        "/" => :Desk
      }.freeze
      SESSION_SECONDS = 12 * 3600

      module_function

      # +settings+: Settings. Returns a Rack application.
      def build(settings)
        Auth.configure(settings)
        RateLimits.set
        Rack::Builder.app do
          use SecurityHeaders, https: settings.https?, ask: [settings.reader_url], send: [settings.registry_url]
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
          PLACES.each { |path, name| map(path) { run Web.const_get(name) } }
        end
      end
    end
  end
end
