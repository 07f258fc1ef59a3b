# frozen_string_literal: true

module JustSeal
  module Web
    # Each request is answered in the language that its browser prefers, or else in that of the office; whoever finds
    # out who it is may speak otherwise (Auth, SigningRoom). What one request spoke is over with it.
    class Language
      # What is known of the browser, for whoever has to weigh it against what somebody has chosen.
      WANTED = "just_seal.languages"

      def initialize(app)
        @app = app
      end

      def call(env)
        env[WANTED] = Words::Languages.wanted(env["HTTP_ACCEPT_LANGUAGE"])
        I18n.with_locale(Words::Languages.spoken(*env[WANTED], JustSeal.office.language)) { @app.call(env) }
      end
    end
  end
end
