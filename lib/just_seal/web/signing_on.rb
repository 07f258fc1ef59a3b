# frozen_string_literal: true

module JustSeal
  module Web
    # Signing on where the office's people have their accounts, as a part of Auth: the session that begins by it, and
    # the way out.
    module SigningOn
      # Signs in whoever has come from where the office's people sign on. +vouched+: Core::Offices::Vouched. Returns
      # where they wanted to go.
      def signed_on(account, vouched)
        wanted = session["login_redirect"] || session[:login_redirect]
        rodauth.account_from_login(account.email.to_s)
        rodauth.login_session("sign_on")
        factors = Queries::RulebookVersions.factors(vouched.way, JustSeal.office.now)
        session["second_step"] = SignInSteps.after_sign_on(account, factors)
        session["vouched"] = true if factors == 2
        rodauth.note_origin(request.ip, client)
        rodauth.note_sign_on(vouched)
        note_signed_on(account, factors)
        wanted || "/"
      end

      # Passwords may be closed to the staff; auditors from outside have nothing else.
      def refuse_password(account)
        return if account.outside? || Queries::Choices.sign_on.passwords

        response.status = 403
        message = I18n.t("sign_in.login.passwords_closed")
        request.halt(response.finish_with_body([show(Pages::SignIn::Login, message: message)]))
      end

      # Where the session ends elsewhere as well, kept over its end here.
      def remember_sign_on
        token = rodauth.sign_on_token
        @way_out = JustSeal.office.sign_on&.end_address(return_to: way_back, token: token) if rodauth.vouched
      rescue Errors::Invalid, Errors::Unavailable
        @way_out = nil # it ends here all the same
      end

      # A page of ours first: what a form leads to has to be here.
      def way_out
        return "/login" unless @way_out

        session["leaving"] = @way_out
        "/sign-on/out"
      end

      private

      def way_back = "#{JustSeal.office.settings.address}/login"

      # A second step that is still to come is told when it was done.
      def note_signed_on(account, factors)
        return unless [nil, "enrol", "done"].include?(session["second_step"])

        Operations::SignIns.new.done(actor_of(account), account.email.to_s, factors: factors, by: "sign_on")
      end
    end
  end
end
