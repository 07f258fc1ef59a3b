# frozen_string_literal: true

require "roda"
require "rodauth"

module JustSeal
  module Web
    # Staff accounts: signing in and out, lockout, session ends; and the CSRF check for every request that changes
    # something.
    class Auth < Roda
      # What can be reached without an account.
      OPEN = %r{\A/(login|room/|visit/|pad/|check(/|\z)|health\z)}
      # What can be reached while the second step of signing in is still to be done.
      BEFORE_SECOND = %r{\A/(second-step|logout|room/|visit/|pad/|check(/|\z)|health\z)}
      # What an auditor from outside reaches beside the inquiry: to sign in and out and to enrol; and to read dockets
      # and records, as far as they are in scope.
      OUTSIDE_OPEN = %r{\A/(login|logout|second-step|account|check|health\z)}
      OUTSIDE_READS = %r{\A/(dockets/[^/]+(/(mark|entries/\d+/proof|bundle))?|records/[^/]+(/versions/\d+/file)?)\z}
      INACTIVE_SECONDS = 2 * 3600
      LONGEST_SECONDS = 12 * 3600
      TRIES = 8

      # Wired once, when the settings are known.
      def self.configure(settings)
        return if @configured

        @configured = true
        plugin :middleware
        plugin :flash
        plugin(:route_csrf, check_header: true) { |r| stale(r) }
        accounts(settings)
        limits
        places
        wording
        route { |r| admit(r) }
      end

      # Rodauth takes what it is told in several goes.
      def self.accounts(settings)
        plugin :rodauth, csrf: :route_csrf, flash: true do
          db Store.db
          enable :login, :logout, :lockout, :argon2, :active_sessions, :session_expiration
          domain URI(settings.address).host
          hmac_secret settings.need(:session_secret)
          require_bcrypt? false
          use_database_authentication_functions? false
          already_logged_in { redirect login_redirect }
          auth_class_eval { prepend SessionCheck }
          after_login do
            session["second_step"] = "wanted" if Queries::SecondSteps.any?(account_id)
          end
        end
      end

      def self.limits
        plugin :rodauth do
          max_invalid_logins TRIES
          session_inactivity_timeout INACTIVE_SECONDS
          max_session_lifetime LONGEST_SECONDS
          session_inactivity_deadline INACTIVE_SECONDS
          session_lifetime_deadline LONGEST_SECONDS
          unlock_account_request_route nil
          unlock_account_route nil
        end
      end

      def self.places
        plugin :rodauth do
          login_redirect "/"
          logout_redirect "/login"
          require_login_redirect "/login"
          active_sessions_redirect "/login"
          login_return_to_requested_location? true
        end
      end

      # What the library would say by itself is said by our pages.
      def self.wording
        plugin :rodauth do
          login_error_flash nil
          login_notice_flash nil
          logout_notice_flash nil
          require_login_error_flash nil
          login_lockout_error_flash nil
          session_expiration_error_flash { I18n.t("sign_in.login.expired") }
          active_sessions_error_flash { I18n.t("sign_in.login.signed_out") }
          unlock_account_request_view { scope.show(Pages::SignIn::Locked) }
          login_view do
            scope.sign_in(field_error(login_param) || field_error(password_param), param_or_nil(login_param))
          end
        end
      end
      private_class_method :accounts, :limits, :places, :wording

      # The page for signing in; +refused+: was it tried in vain?
      def sign_in(refused, login)
        show(Pages::SignIn::Login, refused: !refused.nil?, login: login, message: flash["error"])
      end

      # A page of class +page+, as text.
      def show(page, **facts)
        context = Context.new(office: JustSeal.office, now: JustSeal.office.now, token: method(:csrf_token))
        made = page.new(context, **facts)
        view = View.new(context)
        view.render(made.layout, page: made, content: view.render(made.template, page: made))
      end

      private

      # A form without a valid token: most often a page that was left open over a sign-out.
      def stale(r)
        response.status = 403
        return show(Pages::SignIn::Stale) unless r.env["HTTP_ACCEPT"].to_s.start_with?("application/json")

        r.halt(response.finish_with_body([JSON.generate("problem" => I18n.t("sign_in.stale.lead"))]))
      end

      def admit(r)
        check_csrf!
        env["rodauth"] = rodauth
        rodauth.check_session_expiration
        rodauth.check_active_session
        lend(r)
        r.rodauth
        rodauth.require_authentication unless OPEN.match?(r.path)
        r.redirect("/second-step") if session["second_step"] == "wanted" && !BEFORE_SECOND.match?(r.path)
        narrow(r)
      end

      # An auditor from outside: until the account ends, with two factors, and nowhere but where its inquiry leads.
      def narrow(r)
        account = rodauth.member
        return unless account&.outside? && !OUTSIDE_OPEN.match?(r.path)

        if account.ends_at <= JustSeal.office.now
          rodauth.logout
          r.redirect("/login")
        end
        r.redirect("/account") if session["second_step"] != "done"

        home = "/evidence/inquiries/#{account.inquiry.number}"
        return if r.path.start_with?("#{home}/") || r.path == home || (r.get? && OUTSIDE_READS.match?(r.path))

        r.redirect(home)
      end

      # A device that is in the hands of a party opens the room of that party alone, until its owner takes it back by
      # the password.
      def lend(r)
        lent = rodauth.logged_in? && rodauth.lending.handle or return
        own = "/visit/#{lent}"
        return if ["/give-back", own].include?(r.path) || r.path.start_with?("#{own}/", "/visit/back/")

        r.redirect("/give-back")
      end
    end
  end
end
